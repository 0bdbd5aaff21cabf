package earnest.core.record;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Base64;

/**
 * What a seal says, in the checkpoint form of transparency logs: origin, size, root in base64, each
 * on a line, then the extension line {@code time}. The time is the desk's claim.
 *
 * @param origin whose record it is; one line
 * @param size number of entries
 * @param root of the tree over them, 32 bytes; not to be written to
 */
public record Checkpoint(String origin, long size, byte[] root, Instant time) {
    /**
     * @throws IllegalArgumentException naming the part that is wrong
     */
    public Checkpoint {
        if (origin.isBlank() || origin.indexOf('\n') >= 0) {
            throw new IllegalArgumentException("origin: must be one line");
        }
        if (size < 0) {
            throw new IllegalArgumentException("size: must not be negative");
        }
        if (root.length != Tree.HASH_BYTES) {
            throw new IllegalArgumentException("root: must have 32 bytes");
        }
    }

    /** The text that is signed; ends with a line feed. */
    public String text() {
        return "%s\n%d\n%s\ntime %s\n"
                .formatted(
                        origin,
                        size,
                        Base64.getEncoder().encodeToString(root),
                        time.truncatedTo(ChronoUnit.MICROS));
    }

    /**
     * Reads what {@link #text} wrote.
     *
     * @throws IllegalArgumentException if it is no such text
     */
    public static Checkpoint read(String text) {
        String[] lines = text.split("\n", -1);
        if (lines.length != 5 || !lines[4].isEmpty() || !lines[3].startsWith("time ")) {
            throw new IllegalArgumentException("seal: must have origin, size, root and time");
        }
        try {
            return new Checkpoint(
                    lines[0],
                    size(lines[1]),
                    StrictBase64.decode(lines[2]),
                    Instant.parse(lines[3].substring(5)));
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("seal: the size is no number", e);
        } catch (DateTimeException e) {
            throw new IllegalArgumentException("seal: the time is no time", e);
        }
    }

    private static long size(String digits) {
        if (!digits.matches("0|[1-9][0-9]{0,17}")) {
            throw new IllegalArgumentException("seal: the size is no number");
        }
        return Long.parseLong(digits);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Checkpoint that
                && origin.equals(that.origin)
                && size == that.size
                && Arrays.equals(root, that.root)
                && time.equals(that.time);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(root);
    }
}
