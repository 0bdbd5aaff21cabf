package earnest.core.record;

import java.util.Base64;

/**
 * Base64 (RFC 4648, section 4) that takes the one encoding of some bytes and no other: with unused
 * bits that are set, or without padding, the same signature could be written in many ways.
 */
final class StrictBase64 {
    private StrictBase64() {}

    /**
     * Decodes.
     *
     * @throws IllegalArgumentException if it is not base64, or not as an encoder would write it
     */
    static byte[] decode(String text) {
        byte[] bytes = Base64.getDecoder().decode(text);
        if (!Base64.getEncoder().encodeToString(bytes).equals(text)) {
            throw new IllegalArgumentException("base64 is not in its one form");
        }
        return bytes;
    }
}
