package earnest.core.codes;

import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.io.ByteArrayOutputStream;
import java.math.BigInteger;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Challenge and response, RFC 6287 (OCRA). One suite, such as {@code
 * OCRA-1:HOTP-SHA256-8:C-QN08-PSHA1}. Immutable, thread-safe.
 */
public final class Ocra {
    private static final int QUESTION_BYTES = 128;
    private static final Pattern SUITE =
            Pattern.compile(
                    "OCRA-1:HOTP-(SHA1|SHA256|SHA512)-([4-9]|10|0):(C-)?Q([ANH])(\\d\\d)"
                            + "(?:-P(SHA1|SHA256|SHA512))?(?:-S(\\d{3}))?(?:-T(\\d{1,2})([SMH]))?");

    private final String suite;
    private final Hash hash;
    private final int digits;
    private final boolean counted;
    private final char questionKind;
    private final int longestQuestion;
    private final @Nullable Hash pin;
    private final int sessionBytes;
    private final long stepSeconds;

    private Ocra(String suite, Matcher parts) {
        this.suite = suite;
        this.hash = Hash.valueOf(parts.group(1));
        this.digits = Integer.parseInt(parts.group(2));
        this.counted = parts.group(3) != null;
        this.questionKind = parts.group(4).charAt(0);
        this.longestQuestion = Integer.parseInt(parts.group(5));
        this.pin = parts.group(6) == null ? null : Hash.valueOf(parts.group(6));
        this.sessionBytes = parts.group(7) == null ? 0 : Integer.parseInt(parts.group(7));
        this.stepSeconds =
                parts.group(8) == null
                        ? 0
                        : Long.parseLong(parts.group(8))
                                * switch (parts.group(9)) {
                                    case "S" -> 1;
                                    case "M" -> 60;
                                    default -> 3_600;
                                };
    }

    /**
     * Reads a suite (section 6).
     *
     * @throws IllegalArgumentException if it is none, or asks for what the standard does not allow
     */
    public static Ocra suite(String suite) {
        Matcher parts = SUITE.matcher(suite);
        if (!parts.matches()) {
            throw new IllegalArgumentException("suite: is no OCRA-1 suite");
        }
        Ocra ocra = new Ocra(suite, parts);
        if (ocra.longestQuestion < 4 || ocra.longestQuestion > 64) {
            throw new IllegalArgumentException("suite: a question has 4 to 64 characters");
        }
        if (parts.group(8) != null && !stepFits(parts.group(8), parts.group(9))) {
            throw new IllegalArgumentException("suite: a step has 1 to 59 s or min, or 1 to 48 h");
        }
        if (ocra.digits == 0) {
            throw new IllegalArgumentException("suite: codes of 4 to 10 digits are made here");
        }
        return ocra;
    }

    private static boolean stepFits(String number, String unit) {
        int n = Integer.parseInt(number);
        return n >= 1 && n <= (unit.equals("H") ? 48 : 59);
    }

    /**
     * What a response is made of besides the key; what the suite does not name is left out.
     *
     * @param counter of suites with {@code C}, else ignored
     * @param question the challenge, or both challenges together
     * @param pinHash hash of the PIN, of suites with {@code P}; empty else
     * @param session of suites with {@code S}; empty else
     */
    public record Input(long counter, String question, byte[] pinHash, byte[] session) {
        /** For suites without counter, PIN and session. */
        public static Input of(String question) {
            return new Input(0, question, new byte[0], new byte[0]);
        }
    }

    /**
     * The response to a challenge.
     *
     * @param at the moment, of suites with {@code T}
     * @throws IllegalArgumentException if the input does not fit the suite
     */
    public Secret response(byte[] key, Input input, Instant at) {
        return Secret.of(Truncation.digits(hash.mac(), key, message(input, at), digits));
    }

    /**
     * Tries a response. A challenge is for one answer: the guard that this gives is to be kept, and
     * the challenge forgotten, in one transaction.
     */
    public Guard.Tried accept(
            byte[] key, Input input, Secret given, Guard guard, Guard.Limit limit, Instant now) {
        if (guard.atLimit(limit, now)) {
            return new Guard.Tried.AtLimit(guard);
        }
        try (Secret right = response(key, input, now)) {
            boolean same = right.sameAs(given);
            boolean fresh = !counted || input.counter > guard.used();
            return same && fresh
                    ? guard.accepted(counted ? input.counter : guard.used())
                    : guard.refused(limit, now);
        }
    }

    /** DataInput of section 5.1. */
    private byte[] message(Input input, Instant at) {
        ByteArrayOutputStream message = new ByteArrayOutputStream();
        message.writeBytes(suite.getBytes(StandardCharsets.US_ASCII));
        message.write(0);
        if (counted) {
            message.writeBytes(ByteBuffer.allocate(Long.BYTES).putLong(input.counter).array());
        }
        message.writeBytes(Arrays.copyOf(question(input.question), QUESTION_BYTES));
        if (pin != null) {
            mustHave("pinHash", input.pinHash, pinBytes(pin));
            message.writeBytes(input.pinHash);
        }
        if (sessionBytes > 0) {
            mustHave("session", input.session, sessionBytes);
            message.writeBytes(input.session);
        }
        if (stepSeconds > 0) {
            long step = Math.floorDiv(at.getEpochSecond(), stepSeconds);
            message.writeBytes(ByteBuffer.allocate(Long.BYTES).putLong(step).array());
        }
        return message.toByteArray();
    }

    private byte[] question(String question) {
        // Mutual exchanges put two questions one behind the other (section 7.2).
        if (question.isEmpty() || question.length() > 2 * longestQuestion) {
            throw new IllegalArgumentException("question: is too short or too long for the suite");
        }
        try {
            return switch (questionKind) {
                case 'N' -> left(new BigInteger(digitsOnly(question)).toString(16));
                case 'H' -> left(question.toLowerCase(Locale.ROOT));
                default -> question.getBytes(StandardCharsets.US_ASCII);
            };
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("question: does not fit the suite", e);
        }
    }

    private static String digitsOnly(String question) {
        if (!question.chars().allMatch(c -> c >= '0' && c <= '9')) {
            throw new IllegalArgumentException("not decimal");
        }
        return question;
    }

    /** Hexadecimal digits from the left; a half byte at the end is filled up with 0. */
    private static byte[] left(String hex) {
        return HexFormat.of().parseHex(hex.length() % 2 == 0 ? hex : hex + "0");
    }

    private static void mustHave(String field, byte[] bytes, int length) {
        if (bytes.length != length) {
            throw new IllegalArgumentException(field + ": must have %d bytes".formatted(length));
        }
    }

    private static int pinBytes(Hash hash) {
        return switch (hash) {
            case SHA1 -> 20;
            case SHA256 -> 32;
            case SHA512 -> 64;
        };
    }

    @Override
    public String toString() {
        return suite;
    }
}
