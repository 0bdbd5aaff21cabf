package earnest.bench;

/**
 * Whether two lots of times can be told apart, by their ranks (Mann and Whitney, with ties, by the
 * normal approximation): no assumption of how they are spread.
 */
final class RankTest {
    private RankTest() {}

    /** How likely ranks as uneven as these are, or more so, if nothing tells the lots apart. */
    static double chance(long[] some, long[] others) {
        double above = 0;
        for (long one : some) {
            for (long other : others) {
                above += one > other ? 1 : one == other ? 0.5 : 0;
            }
        }
        double n = some.length;
        double m = others.length;
        double deviation = Math.sqrt(n * m * (n + m + 1) / 12);
        double z = Math.max(0, Math.abs(above - n * m / 2) - 0.5) / deviation;
        return 2 * (1 - normal(z));
    }

    /** The normal distribution function (Abramowitz and Stegun, 26.2.17; to 1e-7). */
    private static double normal(double z) {
        double t = 1 / (1 + 0.2316419 * z);
        double tail =
                t
                        * (0.319381530
                                + t
                                        * (-0.356563782
                                                + t
                                                        * (1.781477937
                                                                + t
                                                                        * (-1.821255978
                                                                                + t
                                                                                        * 1.330274429))));
        return 1 - Math.exp(-z * z / 2) / Math.sqrt(2 * Math.PI) * tail;
    }
}
