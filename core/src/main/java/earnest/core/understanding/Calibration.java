package earnest.core.understanding;

import java.util.List;

/**
 * From a score to how sure that is, learnt from scores of examples that the model was not trained
 * with (Platt, 1999): of those said with 0.9, nine in ten are right.
 */
record Calibration(double slope, double shift) {
    private static final int ROUNDS = 400;
    private static final double RATE = 0.5;

    /** A score, and whether it was of the want. */
    record Seen(double score, boolean yes) {}

    static Calibration of(List<Seen> seen) {
        long yes = seen.stream().filter(Seen::yes).count();
        // Towards the middle, so that a few examples do not make it certain.
        double high = (yes + 1.0) / (yes + 2.0);
        double low = 1.0 / (seen.size() - yes + 2.0);
        double slope = 1;
        double shift = 0;
        for (int round = 0; round < ROUNDS; round++) {
            double bySlope = 0;
            double byShift = 0;
            for (Seen one : seen) {
                double wrong = (one.yes ? high : low) - LinearModel.sure(slope * one.score + shift);
                bySlope += wrong * one.score;
                byShift += wrong;
            }
            slope += RATE * bySlope / seen.size();
            shift += RATE * byShift / seen.size();
        }
        return new Calibration(slope, shift);
    }

    double sure(double score) {
        return LinearModel.sure(slope * score + shift);
    }
}
