package earnest.pickup;

import earnest.core.codes.SentWord;
import earnest.core.passwords.Secret;
import earnest.ground.KeyFiles;

import org.springframework.stereotype.Component;

import java.util.Locale;
import java.util.UUID;

/** The words themselves: made again whenever they are needed, never stored. */
@Component
class PickUpWords {
    private static final int WORDS = 4;

    private final byte[] key;

    PickUpWords(KeyFiles keys) {
        this.key = keys.key("codes");
    }

    /** With a space between. The caller wipes them. */
    Secret of(UUID pickUp) {
        return SentWord.several(key, pickUp, WORDS);
    }

    /** Whether they are these, in whatever letters and with whatever between. */
    boolean are(UUID pickUp, Secret typed) {
        try (Secret words = of(pickUp);
                Secret folded = typed.open(PickUpWords::folded)) {
            return words.sameAs(folded);
        }
    }

    private static Secret folded(char[] typed) {
        return Secret.of(
                new String(typed).toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}]+", " ").strip());
    }
}
