package earnest.core.passwords;

import java.io.ObjectOutputStream;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.function.Function;

/**
 * A value that must not be seen again: password, code, key, answer.
 *
 * <p>It has no text form, refuses to be serialised, and is equal only to itself. {@link #open} is
 * the one gate to what it holds. {@link #wipe} overwrites the copy held here; it cannot reach
 * copies that a caller made. Not thread-safe while being wiped.
 */
public final class Secret implements AutoCloseable {
    private final char[] characters;
    private boolean wiped;

    private Secret(char[] characters) {
        this.characters = characters;
    }

    /** Copies the characters; the caller wipes its own. */
    public static Secret of(CharSequence characters) {
        char[] copy = new char[characters.length()];
        for (int i = 0; i < copy.length; i++) {
            copy[i] = characters.charAt(i);
        }
        return new Secret(copy);
    }

    /**
     * Another secret of the same characters, which is wiped by itself.
     *
     * @throws IllegalStateException if this one was wiped
     */
    public Secret copy() {
        return open(lent -> new Secret(lent.clone()));
    }

    /** Reads UTF-8; the caller wipes its own bytes. */
    public static Secret ofUtf8(byte[] bytes) {
        CharBuffer decoded = StandardCharsets.UTF_8.decode(java.nio.ByteBuffer.wrap(bytes));
        char[] copy = new char[decoded.remaining()];
        decoded.get(copy);
        Arrays.fill(decoded.array(), '\0');
        return new Secret(copy);
    }

    /**
     * Lends the characters. What is lent is overwritten when the borrower returns.
     *
     * @throws IllegalStateException if the secret was wiped
     */
    public <T> T open(Function<char[], T> borrower) {
        if (wiped) {
            throw new IllegalStateException("the secret was wiped");
        }
        char[] lent = characters.clone();
        try {
            return borrower.apply(lent);
        } finally {
            Arrays.fill(lent, '\0');
        }
    }

    /** Compares in a time that does not depend on where the two differ. */
    public boolean sameAs(Secret other) {
        return open(mine -> other.open(theirs -> MessageDigest.isEqual(utf8(mine), utf8(theirs))));
    }

    private static byte[] utf8(char[] characters) {
        java.nio.ByteBuffer encoded = StandardCharsets.UTF_8.encode(CharBuffer.wrap(characters));
        return Arrays.copyOf(encoded.array(), encoded.limit());
    }

    /** Overwrites the characters held here. */
    public void wipe() {
        wiped = true;
        Arrays.fill(characters, '\0');
    }

    @Override
    public void close() {
        wipe();
    }

    @Override
    public String toString() {
        return "(secret)";
    }

    @Override
    public int hashCode() {
        return System.identityHashCode(this);
    }

    @Override
    public boolean equals(Object other) {
        return this == other;
    }

    private void writeObject(ObjectOutputStream out) throws java.io.NotSerializableException {
        throw new java.io.NotSerializableException("a secret is not written down");
    }
}
