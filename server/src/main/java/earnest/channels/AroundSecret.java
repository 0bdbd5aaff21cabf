package earnest.channels;

import earnest.core.passwords.Secret;

/**
 * The words of a message around something that is secret: a link that opens what it stands for, or
 * words that prove who says them.
 */
public final class AroundSecret {
    private AroundSecret() {}

    /** The secret between words. What is given is wiped; the caller wipes what comes of it. */
    public static Secret words(String before, Secret given, String after) {
        try (given) {
            return given.open(
                    characters -> {
                        StringBuilder words =
                                new StringBuilder(
                                        before.length() + characters.length + after.length());
                        words.append(before).append(characters).append(after);
                        Secret secret = Secret.of(words);
                        words.setLength(0);
                        return secret;
                    });
        }
    }
}
