package earnest.links;

import earnest.core.passwords.Secret;

/** The words of a message with a link in them: they open what it stands for, so they are secret. */
public final class LinkText {
    private LinkText() {}

    /** The address between words. The address is wiped; the caller wipes what is given. */
    public static Secret around(String before, Secret address, String after) {
        try (address) {
            return address.open(
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
