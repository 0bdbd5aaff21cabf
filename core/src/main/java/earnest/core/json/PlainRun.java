package earnest.core.json;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/** Runs over text that stands for itself, eight bytes at a time: most of what is read is such. */
final class PlainRun {
    private static final VarHandle EIGHT =
            MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
    private static final long ONES = 0x0101010101010101L;
    private static final long HIGH = 0x8080808080808080L;
    private static final long QUOTES = ONES * '"';
    private static final long BACKSLASHES = ONES * '\\';
    private static final long LINE_FEEDS = ONES * '\n';
    private static final long SPACES = ONES * ' ';

    private PlainRun() {}

    /**
     * Where the next quote, backslash or control character stands, or {@code end}. In a word of
     * eight bytes, {@code (w - ONES) & ~w & HIGH} marks those that are zero and {@code (w - SPACES)
     * & ~w & HIGH} those below a space; the lowest mark is always right, one above it may not be.
     */
    static int end(byte[] in, int from, int end) {
        int at = from;
        while (at + Long.BYTES <= end) {
            long marks = marks((long) EIGHT.get(in, at));
            if (marks != 0) {
                return at + (Long.numberOfTrailingZeros(marks) >>> 3);
            }
            at += Long.BYTES;
        }
        while (at < end && plain(in[at])) {
            at++;
        }
        return at;
    }

    /**
     * Copies a run as far as there is room for eight bytes more, and gives its end as {@link #end}.
     * What stands in {@code out} behind the run is of no meaning.
     */
    static int copy(byte[] in, int from, int end, byte[] out, int to) {
        int at = from;
        int put = to;
        while (at + Long.BYTES <= end && put + Long.BYTES <= out.length) {
            long word = (long) EIGHT.get(in, at);
            EIGHT.set(out, put, word);
            long marks = marks(word);
            if (marks != 0) {
                return at + (Long.numberOfTrailingZeros(marks) >>> 3);
            }
            at += Long.BYTES;
            put += Long.BYTES;
        }
        while (at < end && put < out.length && plain(in[at])) {
            out[put++] = in[at++];
        }
        return at;
    }

    /** Where the next line feed stands, or {@code end}. */
    static int lineFeed(byte[] in, int from, int end) {
        int at = from;
        while (at + Long.BYTES <= end) {
            long word = (long) EIGHT.get(in, at) ^ LINE_FEEDS;
            long marks = (word - ONES) & ~word & HIGH;
            if (marks != 0) {
                return at + (Long.numberOfTrailingZeros(marks) >>> 3);
            }
            at += Long.BYTES;
        }
        while (at < end && in[at] != '\n') {
            at++;
        }
        return at;
    }

    private static long marks(long word) {
        long quote = word ^ QUOTES;
        long backslash = word ^ BACKSLASHES;
        return (((quote - ONES) & ~quote)
                        | ((backslash - ONES) & ~backslash)
                        | ((word - SPACES) & ~word))
                & HIGH;
    }

    private static boolean plain(byte b) {
        return b != '"' && b != '\\' && (b & 0xe0) != 0;
    }
}
