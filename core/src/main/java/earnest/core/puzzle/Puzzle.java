package earnest.core.puzzle;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * A proof of work. As text it is base64url (RFC 4648 section 5, without padding) of 16 random
 * bytes, 1 byte of bits, 8 bytes of expiry in seconds since 1970, and HMAC-SHA256 (RFC 2104) over
 * the keyed hash of the name that it was made for and these 25 bytes. It is solved by a decimal
 * number {@code n}, without leading zeros, for which SHA-256 of the text, a full stop and {@code n}
 * begins with at least that many zero bits. That it is used once is for whoever keeps its {@link
 * #id}. Immutable.
 */
public final class Puzzle {
    /** How long one is good. */
    public static final Duration LASTS = Duration.ofMinutes(5);

    /** What random bytes it takes. */
    public static final int RANDOM_BYTES = 16;

    private static final int BITS = 12;
    private static final int MOST_FOR_ADDRESS = 8;
    private static final int MOST_FOR_NAME = 2;
    private static final int TRIES_A_BIT = 4;
    private static final int KEY_BYTES = 32;
    private static final int HEAD_BYTES = RANDOM_BYTES + 1 + Long.BYTES;
    private static final int TAG_BYTES = 32;
    private static final int MOST_DIGITS = 18;

    private final byte[] head;
    private final String text;

    private Puzzle(byte[] head, String text) {
        this.head = head;
        this.text = text;
    }

    /**
     * How many bits are asked: 12, one more for every four tries from the address up to 8, and one
     * more for every four tries for the name, known or not, up to 2.
     *
     * @param fromAddress tries within the last hour before this one
     * @param forName likewise
     */
    public static int bits(int fromAddress, int forName) {
        return BITS
                + Math.min(MOST_FOR_ADDRESS, fromAddress / TRIES_A_BIT)
                + Math.min(MOST_FOR_NAME, forName / TRIES_A_BIT);
    }

    /**
     * Makes one.
     *
     * @param key 32 bytes held outside the database
     * @param name keyed hash of the name that it is for
     * @param random 16 bytes
     * @throws IllegalArgumentException if the key or the random bytes are of another length
     */
    public static Puzzle make(byte[] key, byte[] name, byte[] random, int bits, Instant now) {
        if (random.length != RANDOM_BYTES) {
            throw new IllegalArgumentException("random: must have 16 bytes");
        }
        byte[] head =
                ByteBuffer.allocate(HEAD_BYTES)
                        .put(random)
                        .put((byte) bits)
                        .putLong(now.plus(LASTS).getEpochSecond())
                        .array();
        byte[] whole = Arrays.copyOf(head, HEAD_BYTES + TAG_BYTES);
        System.arraycopy(tag(key, name, head), 0, whole, HEAD_BYTES, TAG_BYTES);
        return new Puzzle(head, Base64.getUrlEncoder().withoutPadding().encodeToString(whole));
    }

    /**
     * Reads one that came back: empty where it was not made with this key for this name, or is
     * changed in any way.
     */
    public static Optional<Puzzle> read(byte[] key, byte[] name, String text) {
        byte[] whole;
        try {
            whole = Base64.getUrlDecoder().decode(text);
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
        if (whole.length != HEAD_BYTES + TAG_BYTES
                || !Base64.getUrlEncoder().withoutPadding().encodeToString(whole).equals(text)) {
            return Optional.empty();
        }
        byte[] head = Arrays.copyOf(whole, HEAD_BYTES);
        byte[] tag = Arrays.copyOfRange(whole, HEAD_BYTES, whole.length);
        return MessageDigest.isEqual(tag, tag(key, name, head))
                ? Optional.of(new Puzzle(head, text))
                : Optional.empty();
    }

    private static byte[] tag(byte[] key, byte[] name, byte[] head) {
        if (key.length != KEY_BYTES) {
            throw new IllegalArgumentException("key: must have 32 bytes");
        }
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            mac.update(name);
            return mac.doFinal(head);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HMAC-SHA256 is missing from this Java", e);
        }
    }

    /** As a browser is given it. */
    public String text() {
        return text;
    }

    /** The random bytes, by which one is known to have been used. */
    public byte[] id() {
        return Arrays.copyOf(head, RANDOM_BYTES);
    }

    /** How many zero bits are asked. */
    public int bits() {
        return Byte.toUnsignedInt(head[RANDOM_BYTES]);
    }

    /** When it is good no more. */
    public Instant expires() {
        return Instant.ofEpochSecond(ByteBuffer.wrap(head).getLong(RANDOM_BYTES + 1));
    }

    /** Expired when expiry {@code <=} now. */
    public boolean expired(Instant now) {
        return !expires().isAfter(now);
    }

    /** Whether a number solves it; anything but a plain decimal number does not. */
    public boolean solvedBy(String number) {
        return number.length() <= MOST_DIGITS
                && number.matches("0|[1-9][0-9]*")
                && zeros(sha256(text + "." + number)) >= bits();
    }

    private static int zeros(byte[] hash) {
        int zeros = 0;
        for (byte b : hash) {
            int leading = Integer.numberOfLeadingZeros(Byte.toUnsignedInt(b)) - 24;
            zeros += leading;
            if (leading < Byte.SIZE) {
                break;
            }
        }
        return zeros;
    }

    private static byte[] sha256(String whole) {
        try {
            return MessageDigest.getInstance("SHA-256")
                    .digest(whole.getBytes(StandardCharsets.US_ASCII));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is missing from this Java", e);
        }
    }
}
