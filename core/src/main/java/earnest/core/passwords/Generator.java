package earnest.core.passwords;

import java.math.BigInteger;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Draws uniformly from all read-aloud passwords that a policy admits.
 *
 * <p>All admitted strings of a length are counted exactly, by dynamic programming over what is
 * still to come; the string whose rank is a uniform random number below that count is the one
 * drawn. So every admitted string is equally likely and the entropy is log2 of the count: nothing
 * is generated first and patched afterwards. Not thread-safe: make one for each use.
 */
public final class Generator {
    private static final char[] CHARACTERS = ReadAloud.CHARACTERS.toCharArray();

    /** What the rest of a password depends on. {@code lacks} is capped at what the policy asks. */
    private record State(int left, int style, int word, int lower, int upper, int digit) {}

    private final Policy policy;
    private final ForbiddenWords words;
    private final Map<State, BigInteger> counts = new HashMap<>();

    public Generator(Policy policy) {
        this.policy = policy;
        this.words = new ForbiddenWords(policy.forbiddenWords());
    }

    /** How many read-aloud passwords of {@code length} characters the policy admits. */
    public BigInteger count(int length) {
        if (length < policy.minLength() || length > policy.maxLength()) {
            return BigInteger.ZERO;
        }
        return count(start(length));
    }

    /** The entropy in bits of a password of that length; 0 if the policy admits at most one. */
    public double bits(int length) {
        return log2(count(length));
    }

    /**
     * The least length, in whole groups where the policy allows that, which gives the policy's
     * least entropy.
     *
     * @throws TooFew if no admitted length does
     */
    public int leastLength() {
        double best = 0;
        for (int whole = ReadAloud.GROUP; whole <= policy.maxLength(); whole += ReadAloud.GROUP) {
            double bits = bits(whole);
            if (bits > 0 && bits >= policy.minBits()) {
                return whole;
            }
            best = Math.max(best, bits);
        }
        for (int length = policy.minLength(); length <= policy.maxLength(); length++) {
            double bits = bits(length);
            if (bits > 0 && bits >= policy.minBits()) {
                return length;
            }
            best = Math.max(best, bits);
        }
        throw new TooFew(best, policy.minBits());
    }

    /**
     * Draws one password.
     *
     * @throws TooFew if the policy admits none of that length, or too few for its least entropy
     */
    public Secret draw(int length, SecureRandom random) {
        BigInteger count = count(length);
        if (count.signum() == 0 || log2(count) < policy.minBits()) {
            throw new TooFew(log2(count), policy.minBits());
        }
        BigInteger rank;
        do {
            rank = new BigInteger(count.bitLength(), random);
        } while (rank.compareTo(count) >= 0);
        return Secret.of(ranked(length, rank));
    }

    /** The string of that rank, counted from 0 in the order of the alphabet of the style. */
    StringBuilder ranked(int length, BigInteger rank) {
        StringBuilder password = new StringBuilder(length);
        State state = start(length);
        BigInteger left = rank;
        while (state.left > 0) {
            for (char c : CHARACTERS) {
                State next = next(state, c);
                BigInteger here = next == null ? BigInteger.ZERO : count(next);
                if (left.compareTo(here) < 0) {
                    password.append(c);
                    state = java.util.Objects.requireNonNull(next);
                    break;
                }
                left = left.subtract(here);
            }
        }
        return password;
    }

    private State start(int length) {
        return new State(length, ReadAloud.START, ForbiddenWords.START, 0, 0, 0);
    }

    private BigInteger count(State state) {
        if (state.left == 0) {
            return satisfied(state) ? BigInteger.ONE : BigInteger.ZERO;
        }
        BigInteger known = counts.get(state);
        if (known == null) {
            known = BigInteger.ZERO;
            for (State next : nexts(state)) {
                known = known.add(count(next));
            }
            counts.put(state, known);
        }
        return known;
    }

    private List<State> nexts(State state) {
        List<State> nexts = new ArrayList<>(CHARACTERS.length);
        for (char c : CHARACTERS) {
            State next = next(state, c);
            if (next != null) {
                nexts.add(next);
            }
        }
        return nexts;
    }

    private @org.jspecify.annotations.Nullable State next(State state, char c) {
        int style = ReadAloud.next(state.style, c);
        int word = words.next(state.word, c);
        if (style == ReadAloud.REFUSED || word == ForbiddenWords.FOUND) {
            return null;
        }
        CharacterClass type = CharacterClass.of(c);
        return new State(
                state.left - 1,
                style,
                word,
                more(state.lower, type, CharacterClass.LOWER),
                more(state.upper, type, CharacterClass.UPPER),
                more(state.digit, type, CharacterClass.DIGIT));
    }

    private int more(int have, CharacterClass type, CharacterClass counted) {
        int wanted = Math.max(policy.least(counted), policy.classesAtLeast() > 0 ? 1 : 0);
        return type == counted ? Math.min(wanted, have + 1) : have;
    }

    private boolean satisfied(State state) {
        int classes =
                Math.min(1, state.lower) + Math.min(1, state.upper) + Math.min(1, state.digit);
        return state.lower >= policy.least(CharacterClass.LOWER)
                && state.upper >= policy.least(CharacterClass.UPPER)
                && state.digit >= policy.least(CharacterClass.DIGIT)
                && policy.least(CharacterClass.SYMBOL) == 0
                && classes >= policy.classesAtLeast();
    }

    private static double log2(BigInteger count) {
        if (count.signum() == 0) {
            return 0;
        }
        int shift = Math.max(0, count.bitLength() - 60);
        return Math.log(count.shiftRight(shift).doubleValue()) / Math.log(2) + shift;
    }

    /** The policy admits too few passwords of this style. */
    public static final class TooFew extends RuntimeException {
        private static final long serialVersionUID = 1L;

        TooFew(double bits, int wanted) {
            super(
                    "the policy admits passwords of at most %.1f bits, %d are asked"
                            .formatted(bits, wanted));
        }
    }
}
