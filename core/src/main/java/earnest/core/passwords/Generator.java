package earnest.core.passwords;

import java.math.BigInteger;
import java.security.SecureRandom;
import java.util.HashMap;
import java.util.Map;

/**
 * Draws uniformly from all passwords that a style and a policy admit.
 *
 * <p>All admitted ones of a length are counted exactly; the one whose rank is a uniform random
 * number below that count is drawn, and drawn again if it is one that many people use. So every
 * admitted one is equally likely and the entropy is log2 of the count: nothing is generated first
 * and patched afterwards. Lengths are in characters, for {@link Style#SPOKEN} in words. Not
 * thread-safe: make one for each use.
 */
public final class Generator {
    private final Policy policy;
    private final Style style;
    private final Draw draw;
    private final Map<Integer, BigInteger> counts = new HashMap<>();

    public Generator(Policy policy, Style style) {
        this.policy = policy;
        this.style = style;
        this.draw =
                style == Style.SPOKEN ? new SpokenDraw(policy) : new CharacterDraw(policy, style);
    }

    /**
     * How many passwords of that length there are.
     *
     * @throws TooIntricate if the policy has too many parts to be counted
     */
    public BigInteger count(int length) {
        if (length < draw.shortest() || length > draw.longest()) {
            return BigInteger.ZERO;
        }
        return counts.computeIfAbsent(
                length,
                l -> policy.blocklist() ? draw.all(l).subtract(draw.listed(l)) : draw.all(l));
    }

    /** The entropy in bits of a password of that length; 0 if the policy admits at most one. */
    public double bits(int length) {
        return log2(count(length));
    }

    /**
     * The least length that the policy takes and that gives its least entropy.
     *
     * @throws TooFew if no length does
     */
    public int leastLength() {
        double best = 0;
        for (int length = draw.shortest(); length <= draw.longest(); length++) {
            BigInteger count = count(length);
            if (count.signum() > 0 && log2(count) >= policy.minBits()) {
                return length;
            }
            best = Math.max(best, log2(count));
        }
        throw new TooFew(style, best, policy.minBits());
    }

    /**
     * Draws one password.
     *
     * @throws TooFew if the policy admits none of that length, or too few for its least entropy
     */
    public Secret draw(int length, SecureRandom random) {
        BigInteger count = count(length);
        if (count.signum() == 0 || log2(count) < policy.minBits()) {
            throw new TooFew(style, log2(count), policy.minBits());
        }
        BigInteger all = draw.all(length);
        while (true) {
            BigInteger rank = new BigInteger(all.bitLength(), random);
            if (rank.compareTo(all) >= 0) {
                continue;
            }
            StringBuilder drawn = ranked(length, rank);
            try {
                if (!policy.blocklist() || !CommonPasswords.all().holds(drawn)) {
                    return Secret.of(drawn);
                }
            } finally {
                for (int i = 0; i < drawn.length(); i++) {
                    drawn.setCharAt(i, '\0');
                }
            }
        }
    }

    /** The one of that rank among all, listed ones too, counted from 0. */
    StringBuilder ranked(int length, BigInteger rank) {
        return draw.ranked(length, rank);
    }

    private static double log2(BigInteger count) {
        if (count.signum() == 0) {
            return 0;
        }
        int shift = Math.max(0, count.bitLength() - Long.SIZE + 1);
        return Math.log(count.shiftRight(shift).doubleValue()) / Math.log(2) + shift;
    }

    /** The policy admits too few passwords of a style. */
    public static final class TooFew extends RuntimeException {
        private static final long serialVersionUID = 1L;

        TooFew(Style style, double bits, int wanted) {
            super(
                    "the policy admits %s passwords of at most %.1f bits, %d are asked"
                            .formatted(style.id(), bits, wanted));
        }
    }

    /** The policy cannot be counted within bounds. */
    public static final class TooIntricate extends RuntimeException {
        private static final long serialVersionUID = 1L;

        TooIntricate() {
            super(
                    "the policy has too many parts to count: ask for fewer characters of each class"
                            + " or forbid fewer words");
        }
    }
}
