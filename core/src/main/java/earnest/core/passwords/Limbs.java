package earnest.core.passwords;

import java.math.BigInteger;

/**
 * Whole numbers of a fixed width, least limb of 64 bits first, beside each other in one array.
 * Counting makes millions of them, for which objects would be too heavy.
 */
final class Limbs {
    private Limbs() {}

    /** {@code to += from * times}; the result must fit. */
    static void add(
            long[] to, int toAt, int toWidth, long[] from, int fromAt, int fromWidth, long times) {
        long carry = 0;
        int i = 0;
        for (; i < fromWidth; i++) {
            long value = from[fromAt + i];
            long low = value * times;
            long high = Math.unsignedMultiplyHigh(value, times);
            low += carry;
            if (Long.compareUnsigned(low, carry) < 0) {
                high++;
            }
            long sum = to[toAt + i] + low;
            if (Long.compareUnsigned(sum, low) < 0) {
                high++;
            }
            to[toAt + i] = sum;
            carry = high;
        }
        for (; carry != 0; i++) {
            if (i == toWidth) {
                throw new ArithmeticException("a count does not fit");
            }
            long sum = to[toAt + i] + carry;
            carry = Long.compareUnsigned(sum, carry) < 0 ? 1 : 0;
            to[toAt + i] = sum;
        }
    }

    /** {@code to -= from * times}; the result must not be negative. */
    static void subtract(
            long[] to, int toAt, int toWidth, long[] from, int fromAt, int fromWidth, long times) {
        long borrow = 0;
        int i = 0;
        for (; i < fromWidth; i++) {
            long value = from[fromAt + i];
            long low = value * times;
            long high = Math.unsignedMultiplyHigh(value, times);
            low += borrow;
            if (Long.compareUnsigned(low, borrow) < 0) {
                high++;
            }
            long before = to[toAt + i];
            to[toAt + i] = before - low;
            if (Long.compareUnsigned(before, low) < 0) {
                high++;
            }
            borrow = high;
        }
        for (; borrow != 0; i++) {
            if (i == toWidth) {
                throw new ArithmeticException("a count became negative");
            }
            long before = to[toAt + i];
            to[toAt + i] = before - borrow;
            borrow = Long.compareUnsigned(before, borrow) < 0 ? 1 : 0;
        }
    }

    static BigInteger big(long[] from, int at, int width) {
        byte[] bytes = new byte[width * Long.BYTES + 1];
        for (int i = 0; i < width; i++) {
            long limb = from[at + i];
            for (int b = 0; b < Long.BYTES; b++) {
                bytes[bytes.length - 1 - (i * Long.BYTES + b)] = (byte) (limb >>> (8 * b));
            }
        }
        return new BigInteger(bytes);
    }
}
