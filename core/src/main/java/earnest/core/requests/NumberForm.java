package earnest.core.requests;

import earnest.core.json.BadField;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * How a service wants telephone numbers written.
 *
 * @param trunk what stands before a national number, such as {@code 0}; else empty
 * @param region whose numbers a national form can write; else null
 */
record NumberForm(Kind kind, String trunk, @Nullable String region) {
    /** The forms. */
    enum Kind {
        /** {@code +447700900123} */
        PLUS("plus"),
        /** {@code 00447700900123} */
        ZEROS("zeros"),
        /** {@code 447700900123} */
        BARE("bare"),
        /** {@code 07700900123} */
        NATIONAL("national");

        final String word;

        Kind(String word) {
            this.word = word;
        }

        static Kind of(String word) {
            for (Kind kind : values()) {
                if (kind.word.equals(word)) {
                    return kind;
                }
            }
            throw new BadField("number.form", "must be plus, zeros, bare or national");
        }
    }

    private static final Map<String, String> CODES = codes();
    private static final int LONGEST_TRUNK = 2;
    private static final int LEAST_DIGITS = 4;

    private static Map<String, String> codes() {
        try (InputStream in =
                Objects.requireNonNull(
                        NumberForm.class.getResourceAsStream(
                                "/earnest/core/requests/calling-codes.txt"))) {
            Map<String, String> codes = new HashMap<>();
            for (String line :
                    new String(in.readAllBytes(), StandardCharsets.US_ASCII).split("\n")) {
                if (!line.startsWith("#")) {
                    codes.put(line.substring(0, 2), line.substring(3).strip());
                }
            }
            return codes;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * The code of a region (ISO 3166-1), without {@code +}.
     *
     * @throws BadField if there is no such region
     */
    static String code(String region) {
        String code = CODES.get(region);
        if (code == null) {
            throw new BadField("--region", "'%s' is no region, such as GB".formatted(region));
        }
        return code;
    }

    /**
     * @throws BadField if it is not in E.164
     */
    static void check(String e164) {
        if (!e164.matches("\\+[1-9][0-9]{6,14}")) {
            throw new BadField("number", "must be in E.164, such as +447700900123");
        }
    }

    /** The international form in which a number is written, if it is one. */
    static Optional<NumberForm> international(String written, String e164) {
        String digits = e164.substring(1);
        Kind kind =
                written.equals(e164)
                        ? Kind.PLUS
                        : written.equals("00" + digits)
                                ? Kind.ZEROS
                                : written.equals(digits) ? Kind.BARE : null;
        return Optional.ofNullable(kind).map(k -> new NumberForm(k, "", null));
    }

    /** The national form in which a number of a region is written, if it is. */
    static Optional<NumberForm> national(String written, String e164, String region) {
        String code = code(region);
        if (!e164.startsWith("+" + code)) {
            return Optional.empty();
        }
        String national = e164.substring(1 + code.length());
        if (!written.endsWith(national)) {
            return Optional.empty();
        }
        String trunk = written.substring(0, written.length() - national.length());
        return trunk.matches("[0-9]{0,%d}".formatted(LONGEST_TRUNK))
                ? Optional.of(new NumberForm(Kind.NATIONAL, trunk, region))
                : Optional.empty();
    }

    /** Whether it looks like a national form of the number, of whichever region. */
    static boolean perhapsNational(String written, String e164) {
        for (int code = 1; code <= 3; code++) {
            String national = e164.substring(Math.min(e164.length(), 1 + code));
            if (national.length() >= LEAST_DIGITS
                    && written.endsWith(national)
                    && written.substring(0, written.length() - national.length())
                            .matches("[0-9]{0,%d}".formatted(LONGEST_TRUNK))
                    && CODES.containsValue(e164.substring(1, 1 + code))) {
                return true;
            }
        }
        return false;
    }

    /**
     * A number in this form.
     *
     * @throws CannotCarry if it is of another region than the national form can write
     */
    String write(String e164) {
        String digits = e164.substring(1);
        return switch (kind) {
            case PLUS -> e164;
            case ZEROS -> "00" + digits;
            case BARE -> digits;
            case NATIONAL -> {
                String code = code(Objects.requireNonNull(region));
                if (!digits.startsWith(code)) {
                    throw new CannotCarry(
                            "only numbers of %s can be written as the service wants them"
                                    .formatted(region));
                }
                yield trunk + digits.substring(code.length());
            }
        };
    }
}
