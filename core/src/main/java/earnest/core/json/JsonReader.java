package earnest.core.json;

import java.math.BigDecimal;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Reads JSON (RFC 8259) from bytes, value by value, so that a long text can be read in part. Not
 * thread-safe.
 */
public final class JsonReader {
    private static final int DEEPEST = 64;
    private static final int LONGEST_NUMBER = 400;
    private static final int FIRST_ROOM = 1_024;
    private static final int LONGEST_CHARACTER = 4;

    private final byte[] in;
    private final int end;
    private int at;
    private int depth;

    public JsonReader(byte[] in, int from, int to) {
        this.in = in;
        this.at = from;
        this.end = to;
    }

    /** The next value. */
    public Object value() {
        return switch (peek()) {
            case '{' -> object();
            case '[' -> list();
            case '"' -> string();
            case 't' -> word("true", Boolean.TRUE);
            case 'f' -> word("false", Boolean.FALSE);
            case 'n' -> word("null", Json.NULL);
            default -> number();
        };
    }

    /** Nothing but white space may follow. */
    public void end() {
        blanks();
        if (at < end) {
            throw bad("something follows the value");
        }
    }

    /** Takes a mark such as a brace or a comma, after white space. */
    public void take(char mark) {
        if (peek() != mark) {
            throw bad("'" + mark + "' is missing");
        }
        at++;
    }

    /** Takes a mark if it comes next. */
    public boolean takes(char mark) {
        if (peek() == mark) {
            at++;
            return true;
        }
        return false;
    }

    /** The byte that comes next after white space. */
    private int peek() {
        blanks();
        if (at >= end) {
            throw bad("the text ends too early");
        }
        return in[at];
    }

    private void blanks() {
        while (at < end && (in[at] == ' ' || in[at] == '\n' || in[at] == '\r' || in[at] == '\t')) {
            at++;
        }
    }

    private Map<String, Object> object() {
        deeper();
        take('{');
        Map<String, Object> object = new LinkedHashMap<>();
        if (!takes('}')) {
            do {
                String name = string();
                take(':');
                if (object.put(name, value()) != null) {
                    throw bad("a field is there twice");
                }
            } while (takes(','));
            take('}');
        }
        depth--;
        return object;
    }

    private List<Object> list() {
        deeper();
        take('[');
        List<Object> list = new ArrayList<>();
        if (!takes(']')) {
            do {
                list.add(value());
            } while (takes(','));
            take(']');
        }
        depth--;
        return list;
    }

    private void deeper() {
        if (++depth > DEEPEST) {
            throw bad("it is nested too deep");
        }
    }

    private Object word(String word, Object value) {
        for (int i = 0; i < word.length(); i++) {
            if (at + i >= end || in[at + i] != word.charAt(i)) {
                throw bad("no value");
            }
        }
        at += word.length();
        return value;
    }

    /** Passes the next value by; it is read loosely. */
    public void skip() {
        switch (peek()) {
            case '"' -> skipText();
            case '{', '[' -> {
                int open = 0;
                do {
                    switch (peek()) {
                        case '"' -> skipText();
                        case '{', '[' -> {
                            open++;
                            at++;
                        }
                        case '}', ']' -> {
                            open--;
                            at++;
                        }
                        default -> at++;
                    }
                } while (open > 0);
            }
            default -> value();
        }
    }

    private void skipText() {
        take('"');
        while (at < end && in[at] != '"') {
            at += in[at] == '\\' ? 2 : 1;
        }
        take('"');
    }

    /** Text, as a string. */
    public String string() {
        byte[] bytes = stringBytes();
        if (ascii(bytes)) {
            return new String(bytes, StandardCharsets.ISO_8859_1);
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            throw bad("text that is not UTF-8 ends");
        }
    }

    private static boolean ascii(byte[] bytes) {
        for (byte b : bytes) {
            if (b < 0) {
                return false;
            }
        }
        return true;
    }

    /** Text, as the UTF-8 bytes that it stands for. */
    public byte[] stringBytes() {
        take('"');
        int from = at;
        while (at < end && in[at] != '"' && in[at] != '\\' && (in[at] & 0xe0) != 0) {
            at++;
        }
        if (at < end && in[at] == '"') {
            return Arrays.copyOfRange(in, from, at++);
        }
        return escaped(from);
    }

    private byte[] escaped(int from) {
        int length = at - from;
        byte[] out = new byte[Math.max(FIRST_ROOM, 2 * length)];
        System.arraycopy(in, from, out, 0, length);
        while (true) {
            if (at >= end) {
                throw bad("text does not end");
            }
            if (length + LONGEST_CHARACTER > out.length) {
                out = Arrays.copyOf(out, 2 * out.length);
            }
            byte b = in[at];
            if (b == '"') {
                at++;
                return Arrays.copyOf(out, length);
            }
            if (b == '\\') {
                at++;
                length = escape(out, length);
            } else if ((b & 0xe0) == 0) {
                throw bad("a control character");
            } else {
                out[length++] = b;
                at++;
            }
        }
    }

    private int escape(byte[] out, int length) {
        if (at >= end) {
            throw bad("text does not end");
        }
        int simple =
                switch (in[at]) {
                    case '"', '\\', '/' -> in[at];
                    case 'b' -> '\b';
                    case 'f' -> '\f';
                    case 'n' -> '\n';
                    case 'r' -> '\r';
                    case 't' -> '\t';
                    case 'u' -> -1;
                    default -> throw bad("an unknown escape");
                };
        at++;
        if (simple >= 0) {
            out[length] = (byte) simple;
            return length + 1;
        }
        int code = unit();
        if (Character.isHighSurrogate((char) code)) {
            if (at + 1 >= end || in[at] != '\\' || in[at + 1] != 'u') {
                throw bad("half a character");
            }
            at += 2;
            int low = unit();
            if (!Character.isLowSurrogate((char) low)) {
                throw bad("half a character");
            }
            code = Character.toCodePoint((char) code, (char) low);
        } else if (Character.isLowSurrogate((char) code)) {
            throw bad("half a character");
        }
        byte[] bytes = Character.toString(code).getBytes(StandardCharsets.UTF_8);
        System.arraycopy(bytes, 0, out, length, bytes.length);
        return length + bytes.length;
    }

    private int unit() {
        int unit = 0;
        for (int i = 0; i < 4; i++) {
            int digit = at < end ? Character.digit(in[at], 16) : -1;
            if (digit < 0) {
                throw bad("an unknown escape");
            }
            unit = unit << 4 | digit;
            at++;
        }
        return unit;
    }

    private Object number() {
        int from = at;
        if (at < end && in[at] == '-') {
            at++;
        }
        int whole = at;
        digits();
        if (in[whole] == '0' && at - whole > 1) {
            throw bad("a number begins with 0");
        }
        boolean plain = true;
        if (at < end && in[at] == '.') {
            at++;
            digits();
            plain = false;
        }
        if (at < end && (in[at] == 'e' || in[at] == 'E')) {
            at++;
            if (at < end && (in[at] == '+' || in[at] == '-')) {
                at++;
            }
            digits();
            plain = false;
        }
        if (at - from > LONGEST_NUMBER) {
            throw bad("a number is too long");
        }
        String text = new String(in, from, at - from, StandardCharsets.US_ASCII);
        if (plain && text.length() <= 18) {
            return Long.valueOf(text);
        }
        try {
            return new BigDecimal(text);
        } catch (NumberFormatException e) {
            throw bad("a number is too large");
        }
    }

    private void digits() {
        int from = at;
        while (at < end && in[at] >= '0' && in[at] <= '9') {
            at++;
        }
        if (at == from) {
            throw bad("no value");
        }
    }

    private BadJson bad(String what) {
        return new BadJson(what, at);
    }
}
