package earnest.handover;

import earnest.channels.MessageWriter;
import earnest.checks.Standing;
import earnest.core.passwords.Secret;
import earnest.wrapped.WrappedSecrets;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** The text that carries a temporary password. */
@Component
class HandoverText implements MessageWriter {
    static final String OCCASION = "handover";

    private final HandoverRepository handovers;
    private final ObjectProvider<Standing> standing;
    private final WrappedSecrets secrets;
    private final SystemNames names;

    HandoverText(
            HandoverRepository handovers,
            ObjectProvider<Standing> standing,
            WrappedSecrets secrets,
            SystemNames names) {
        this.handovers = handovers;
        this.standing = standing;
        this.secrets = secrets;
        this.names = names;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Your temporary password";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return handovers
                .findById(about)
                .filter(handover -> handover.state == Handovers.State.SENDING)
                // A 'no' that came meanwhile stops it here, too.
                .filter(handover -> !standing.getObject().stopped(handover.personId))
                .flatMap(this::text);
    }

    private Optional<Secret> text(Handover handover) {
        String system = names.of(handover);
        return secrets.take(handover.wrappedId)
                .map(
                        secret -> {
                            try (secret) {
                                return secret.open(password -> text(password, system));
                            }
                        });
    }

    private static Secret text(char[] password, String system) {
        StringBuilder words = new StringBuilder(200);
        words.append("Your temporary password is ")
                .append(password)
                .append(" (type it without spaces). Sign in to ")
                .append(system)
                .append(
                        " with it within four hours and choose your own. Nobody from the service"
                                + " desk will ever ask you for it.");
        Secret secret = Secret.of(words);
        words.setLength(0);
        return secret;
    }
}
