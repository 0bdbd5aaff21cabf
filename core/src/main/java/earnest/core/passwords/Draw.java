package earnest.core.passwords;

import java.math.BigInteger;

/** All passwords of a style that a policy admits, in an order, before listed ones are left out. */
interface Draw {
    /** The least length worth asking for; lengths are in the unit of the style. */
    int shortest();

    /** The greatest. */
    int longest();

    /** How many there are of a length. */
    BigInteger all(int length);

    /** How many of those are commonly used. */
    BigInteger listed(int length);

    /**
     * The one of that rank, counted from 0.
     *
     * @param rank less than {@link #all}
     */
    StringBuilder ranked(int length, BigInteger rank);
}
