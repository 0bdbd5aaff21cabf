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

    HandoverText(
            HandoverRepository handovers,
            ObjectProvider<Standing> standing,
            WrappedSecrets secrets) {
        this.handovers = handovers;
        this.standing = standing;
        this.secrets = secrets;
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
                .flatMap(handover -> secrets.take(handover.wrappedId))
                .map(
                        secret -> {
                            try (secret) {
                                return secret.open(HandoverText::text);
                            }
                        });
    }

    private static Secret text(char[] password) {
        StringBuilder words = new StringBuilder(200);
        words.append("Your temporary password is ")
                .append(password)
                .append(
                        " (type it without spaces). Sign in with it within four hours and choose"
                            + " your own. Nobody from the service desk will ever ask you for it.");
        Secret secret = Secret.of(words);
        words.setLength(0);
        return secret;
    }
}
