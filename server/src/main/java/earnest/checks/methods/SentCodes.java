package earnest.checks.methods;

import earnest.core.codes.SentCode;
import earnest.core.passwords.Secret;
import earnest.ground.KeyFiles;

import org.springframework.stereotype.Component;

import java.util.UUID;

/**
 * The codes of checks, and of contacts that are added: made again whenever they are needed, never
 * stored.
 */
@Component
public class SentCodes {
    private static final int FIRST_ATTEMPT = 1;
    private final byte[] key;

    SentCodes(KeyFiles keys) {
        this.key = keys.key("codes");
    }

    /** The code of a check. The caller wipes it. */
    public Secret code(UUID check) {
        return SentCode.of(key, check, FIRST_ATTEMPT);
    }

    /** Whether what was typed is the code of a check. */
    public boolean is(UUID check, Secret typed) {
        try (Secret code = code(check)) {
            return code.sameAs(typed);
        }
    }

    /** Whether digits hold the code of a check. */
    boolean isIn(UUID check, String digits) {
        try (Secret code = code(check)) {
            return code.open(characters -> digits.contains(new String(characters)));
        }
    }
}
