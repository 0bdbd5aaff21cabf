package earnest.core.requests;

import earnest.core.json.BadField;
import earnest.core.json.JsonText;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.regex.Pattern;

/** Where a value stands in a request, which fixes how it is written. */
public enum Place {
    /** A segment of the path (RFC 3986, section 3.3). */
    PATH("a segment of the path") {
        @Override
        String write(String value) {
            if (value.isEmpty() || value.equals(".") || value.equals("..")) {
                throw new CannotCarry("a segment of the path cannot be empty, '.' or '..'");
            }
            return percent(value);
        }
    },
    /** The value of a query parameter. */
    QUERY("a query parameter") {
        @Override
        String write(String value) {
            return percent(value);
        }
    },
    /** A header's value (RFC 9110, section 5.5). */
    HEADER("a header") {
        @Override
        String write(String value) {
            for (int i = 0; i < value.length(); i++) {
                char c = value.charAt(i);
                if (c > 0x7e || c < 0x20 && c != '\t') {
                    throw new CannotCarry(
                            "a header carries one line of ASCII, without control characters");
                }
            }
            if (!value.strip().equals(value)) {
                throw new CannotCarry("a header's value cannot begin or end with white space");
            }
            return value;
        }
    },
    /** The value of a field of {@code application/x-www-form-urlencoded}. */
    FORM("a form field") {
        @Override
        String write(String value) {
            return percent(value);
        }
    },
    /** What stands between the quotes of a JSON string. */
    JSON("a JSON string") {
        @Override
        String write(String value) {
            String quoted = JsonText.of(value);
            return quoted.substring(1, quoted.length() - 1);
        }
    },
    /** A number in JSON (RFC 8259, section 6). */
    JSON_NUMBER("a JSON number") {
        @Override
        String write(String value) {
            if (!NUMBER.matcher(value).matches()) {
                throw new CannotCarry("a JSON number carries a number only");
            }
            return value;
        }
    },
    /** The text of an XML element (XML 1.0, section 2.4). */
    XML("the text of an XML element") {
        @Override
        String write(String value) {
            return xml(value, false);
        }
    },
    /** The value of an XML attribute, in either quotes. */
    XML_ATTRIBUTE("an XML attribute") {
        @Override
        String write(String value) {
            return xml(value, true);
        }
    },
    /** A part of {@code multipart/form-data} (RFC 7578). */
    MULTIPART("a multipart field") {
        @Override
        String write(String value) {
            return value;
        }
    },
    /** A body that is nothing but the value. */
    BODY("the whole body") {
        @Override
        String write(String value) {
            return value;
        }
    },
    /** The user of a basic authorisation (RFC 7617). */
    BASIC_USER("the user of the basic authorisation") {
        @Override
        String write(String value) {
            if (value.indexOf(':') >= 0) {
                throw new CannotCarry("the user of a basic authorisation cannot hold ':'");
            }
            return BASIC_PASSWORD.write(value);
        }
    },
    /** The password of a basic authorisation. */
    BASIC_PASSWORD("the password of the basic authorisation") {
        @Override
        String write(String value) {
            if (value.chars().anyMatch(Character::isISOControl)) {
                throw new CannotCarry("a basic authorisation carries no control characters");
            }
            return value;
        }
    };

    private static final Pattern NUMBER =
            Pattern.compile("-?(0|[1-9][0-9]*)(\\.[0-9]+)?([eE][+-]?[0-9]+)?");
    private static final String UNRESERVED = "-._~";

    private final String words;

    Place(String words) {
        this.words = words;
    }

    /** For people. */
    String words() {
        return words;
    }

    /** As descriptions name it. */
    String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static Place of(String field, String word) {
        for (Place place : values()) {
            if (place.word().equals(word)) {
                return place;
            }
        }
        throw new BadField(field, "there is no place '%s'".formatted(word));
    }

    /**
     * The value as it stands there.
     *
     * @throws CannotCarry if it cannot stand there
     */
    abstract String write(String value);

    /** All but letters, digits, {@code - . _ ~} as the bytes of UTF-8 (RFC 3986, section 2.1). */
    static String percent(String value) {
        StringBuilder out = new StringBuilder();
        for (byte b : value.getBytes(StandardCharsets.UTF_8)) {
            char c = (char) (b & 0xff);
            boolean plain =
                    c >= 'a' && c <= 'z'
                            || c >= 'A' && c <= 'Z'
                            || c >= '0' && c <= '9'
                            || UNRESERVED.indexOf(c) >= 0;
            out.append(plain ? String.valueOf(c) : "%%%02X".formatted((int) c));
        }
        return out.toString();
    }

    private static String xml(String value, boolean attribute) {
        StringBuilder out = new StringBuilder();
        value.codePoints()
                .forEach(
                        c -> {
                            boolean control = c < 0x20 && c != '\t' && c != '\n' && c != '\r';
                            if (control || c == 0xfffe || c == 0xffff) {
                                throw new CannotCarry("XML carries no control characters");
                            }
                            switch (c) {
                                case '&' -> out.append("&amp;");
                                case '<' -> out.append("&lt;");
                                case '>' -> out.append("&gt;");
                                case '"' -> out.append("&quot;");
                                case '\'' -> out.append("&apos;");
                                // A parser would turn them into others.
                                case '\r' -> out.append("&#13;");
                                case '\t' -> out.append(attribute ? "&#9;" : "\t");
                                case '\n' -> out.append(attribute ? "&#10;" : "\n");
                                default -> out.appendCodePoint(c);
                            }
                        });
        return out.toString();
    }
}
