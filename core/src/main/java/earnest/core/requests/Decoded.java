package earnest.core.requests;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;

/** What a receiver reads. */
final class Decoded {
    private Decoded() {}

    /**
     * Percent-encoded UTF-8.
     *
     * @param form whether {@code +} stands for a space
     * @throws IllegalArgumentException if it is none
     */
    static String percent(String text, boolean form) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '%') {
                if (i + 2 >= text.length()) {
                    throw new IllegalArgumentException("a '%' without two digits");
                }
                int high = Character.digit(text.charAt(i + 1), 16);
                int low = Character.digit(text.charAt(i + 2), 16);
                if (high < 0 || low < 0) {
                    throw new IllegalArgumentException("a '%' without two digits");
                }
                out.write(high << 4 | low);
                i += 2;
            } else if (form && c == '+') {
                out.write(' ');
            } else {
                int character = text.codePointAt(i);
                out.writeBytes(Character.toString(character).getBytes(StandardCharsets.UTF_8));
                i += Character.charCount(character) - 1;
            }
        }
        return utf8(out.toByteArray());
    }

    /**
     * {@code user:password}.
     *
     * @throws IllegalArgumentException if it is not base64 of UTF-8
     */
    static String base64(String text) {
        return utf8(Base64.getDecoder().decode(text));
    }

    /**
     * UTF-8, strictly.
     *
     * @throws IllegalArgumentException if it is not UTF-8
     */
    static String utf8(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
        } catch (CharacterCodingException e) {
            throw new IllegalArgumentException("is not UTF-8", e);
        }
    }
}
