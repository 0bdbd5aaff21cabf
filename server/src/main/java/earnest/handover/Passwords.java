package earnest.handover;

import earnest.core.passwords.Secret;
import earnest.core.passwords.Spelling;
import earnest.ground.Problem;
import earnest.systems.PasswordStyle;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.UUID;

/** The passwords that wait to be handed over, as they are read aloud. */
@Component
class Passwords {
    private final WrappedSecrets secrets;

    Passwords(WrappedSecrets secrets) {
        this.secrets = secrets;
    }

    /**
     * The groups of a password, with their spelling.
     *
     * @throws Problem 409 if it is gone
     */
    List<Spelling.Group> parts(UUID wrapped, PasswordStyle style) {
        try (Secret secret = secrets.take(wrapped).orElseThrow(Passwords::gone)) {
            return style == PasswordStyle.SPOKEN
                    ? Spelling.spellWords(secret)
                    : Spelling.spell(secret);
        }
    }

    private static Problem gone() {
        return new Problem(
                409,
                "gone",
                "The password is gone. Make a fresh one; the former one will not be needed.");
    }
}
