package earnest.core.json;

import java.math.BigDecimal;
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
    private static final int LONGEST_LONG = 18;
    private static final int FIRST_ROOM = 1_024;

    /** For the longest character, and eight bytes at once. */
    private static final int ROOM = 12;

    private final byte[] in;
    private final int end;
    private final boolean ofLine;
    private int at;
    private int depth;

    public JsonReader(byte[] in, int from, int to) {
        this(in, from, to, false);
    }

    private JsonReader(byte[] in, int from, int to, boolean ofLine) {
        this.in = in;
        this.at = from;
        this.end = to;
        this.ofLine = ofLine;
    }

    /** For a line of several, whose end is found by reading it: no line feed is passed over. */
    public static JsonReader ofLine(byte[] in, int from, int to) {
        return new JsonReader(in, from, to, true);
    }

    /** Where the line that begins at {@code from} ends, of several that hold a value each. */
    public static int lineEnd(byte[] in, int from, int to) {
        return PlainRun.lineFeed(in, from, to);
    }

    /** How far it has read. */
    public int at() {
        return at;
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

    /**
     * Nothing but white space may follow.
     *
     * @return where that ends: at the end of the text, or of the line at its line feed
     */
    public int end() {
        blanks();
        if (at < end && !(ofLine && in[at] == '\n')) {
            throw bad("something follows the value");
        }
        return at;
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
        while (at < end && in[at] <= ' ' && blank(in[at])) {
            at++;
        }
    }

    private boolean blank(byte mark) {
        return mark == ' ' || mark == '\r' || mark == '\t' || mark == '\n' && !ofLine;
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
        at = PlainRun.end(in, at, end);
        while (at < end && in[at] != '"') {
            at = PlainRun.end(in, at + (in[at] == '\\' ? 2 : 1), end);
        }
        take('"');
    }

    /** Text, as a string. */
    public String string() {
        TextBytes text = text();
        try {
            return text.string();
        } catch (IllegalArgumentException e) {
            throw bad("text that is not UTF-8 ends");
        }
    }

    /** Text, as bytes. */
    public TextBytes text() {
        take('"');
        int from = at;
        at = PlainRun.end(in, at, end);
        if (at < end && in[at] == '"') {
            return new TextBytes(in, from, at++, true);
        }
        return escaped(from);
    }

    /** Run by run; what escapes stand for is never longer than they are. */
    private TextBytes escaped(int from) {
        int length = at - from;
        byte[] out = new byte[Math.max(FIRST_ROOM, 2 * length)];
        System.arraycopy(in, from, out, 0, length);
        while (at < end && in[at] != '"') {
            if (length + ROOM > out.length) {
                out = Arrays.copyOf(out, 2 * out.length);
            }
            if (in[at] == '\\') {
                at++;
                length = escape(out, length);
            } else if ((in[at] & 0xe0) == 0) {
                throw bad("a control character");
            }
            int run = PlainRun.copy(in, at, end, out, length);
            length += run - at;
            at = run;
        }
        if (at >= end) {
            throw bad("text does not end");
        }
        at++;
        return new TextBytes(out, 0, length, false);
    }

    private int escape(byte[] out, int length) {
        if (at >= end) {
            throw bad("text does not end");
        }
        if (in[at] == '"') {
            out[length] = in[at++];
            return length + 1;
        }
        int simple =
                switch (in[at]) {
                    case '\\', '/' -> in[at];
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

    /** A whole number from 0 of at most 18 digits, or -1 if what comes next is none. */
    public long wholeNumber() {
        peek();
        int from = at;
        long number = 0;
        while (at < end && in[at] >= '0' && in[at] <= '9' && at - from < LONGEST_LONG) {
            number = 10 * number + in[at++] - '0';
        }
        boolean over = at == end || in[at] == ',' || in[at] == '}' || in[at] == ' ';
        boolean leads = at - from > 1 && in[from] == '0';
        return at == from || leads || !over ? -1 : number;
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
