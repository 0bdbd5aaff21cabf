package earnest.core.json;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/**
 * The UTF-8 bytes that a text stands for; not to be written to.
 *
 * @param bytes holds them from {@code from} up to but not with {@code to}
 * @param plain whether they stand in the input as they are, without an escape
 */
public record TextBytes(byte[] bytes, int from, int to, boolean plain) {
    /** Whether it is that text, which is plain ASCII. */
    public boolean is(String ascii) {
        if (to - from != ascii.length()) {
            return false;
        }
        for (int i = 0; i < ascii.length(); i++) {
            if (bytes[from + i] != ascii.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    /**
     * As a string.
     *
     * @throws IllegalArgumentException if it is not UTF-8
     */
    public String string() {
        for (int i = from; i < to; i++) {
            if (bytes[i] < 0) {
                return decoded();
            }
        }
        return new String(bytes, from, to - from, StandardCharsets.ISO_8859_1);
    }

    private String decoded() {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes, from, to - from))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new IllegalArgumentException("text that is not UTF-8", e);
        }
    }
}
