package earnest.checks.methods;

import earnest.core.codes.SentWord;
import earnest.core.passwords.Secret;
import earnest.ground.KeyFiles;

import org.springframework.stereotype.Component;

import java.util.Locale;
import java.util.UUID;

/** The words of checks: made again whenever they are needed, never stored. Thread-safe. */
@Component
public class CheckWords {
    private final byte[] key;

    CheckWords(KeyFiles keys) {
        this.key = keys.key("codes");
    }

    /** The word of a check. The caller wipes it. */
    public Secret word(UUID check) {
        return SentWord.of(key, check);
    }

    /** Whether a word, as it was typed in whatever letters, is that of a check. */
    public boolean is(UUID check, Secret typed) {
        try (Secret word = word(check);
                Secret folded =
                        typed.open(
                                lent ->
                                        Secret.of(
                                                new String(lent)
                                                        .strip()
                                                        .toLowerCase(Locale.ROOT)))) {
            return word.sameAs(folded);
        }
    }
}
