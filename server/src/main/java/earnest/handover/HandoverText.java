package earnest.handover;

import earnest.channels.TextBody;
import earnest.channels.Texts;
import earnest.core.passwords.Secret;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** The text that carries a temporary password. */
@Component
class HandoverText implements TextBody {
    private final HandoverRepository handovers;
    private final WrappedSecrets secrets;

    HandoverText(HandoverRepository handovers, WrappedSecrets secrets) {
        this.handovers = handovers;
        this.secrets = secrets;
    }

    @Override
    public Texts.Purpose purpose() {
        return Texts.Purpose.HANDOVER;
    }

    @Override
    public Optional<Secret> body(UUID about) {
        return handovers
                .findById(about)
                .filter(handover -> handover.state.equals(Handover.SENDING))
                .flatMap(handover -> secrets.take(handover.wrappedId))
                .map(
                        secret -> {
                            try (secret) {
                                return secret.open(HandoverText::words);
                            }
                        });
    }

    private static Secret words(char[] password) {
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
