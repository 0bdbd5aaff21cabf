package earnest.core.understanding;

import java.util.List;

/** One line between a want and all others (logistic regression). Immutable once trained. */
final class LinearModel {
    private static final int ROUNDS = 24;
    private static final double FIRST_STEP = 4;
    private static final double SHRINK = 2e-4;

    private final float[] weights = new float[Features.SPACE];
    private double bias;

    private LinearModel() {}

    /** What is to be told apart; {@code yes} where it is of the want. */
    record Example(Features.Vector vector, boolean yes) {}

    /** Trains in a fixed order, so that the same examples give the same model. */
    static LinearModel train(List<Example> examples) {
        LinearModel model = new LinearModel();
        long yes = examples.stream().filter(Example::yes).count();
        double ofYes = yes == 0 ? 1 : Math.sqrt((double) (examples.size() - yes) / yes);
        int step = step(examples.size());
        for (int round = 0; round < ROUNDS; round++) {
            double rate = FIRST_STEP / (1 + round);
            int at = round;
            for (int i = 0; i < examples.size(); i++) {
                at = (at + step) % examples.size();
                model.learn(examples.get(at), rate, ofYes);
            }
        }
        return model;
    }

    /** Goes through all of so many in another order than theirs. */
    private static int step(int many) {
        int step = Math.max(1, many * 618 / 1000);
        while (divisor(step, many) != 1) {
            step++;
        }
        return step;
    }

    private static int divisor(int a, int b) {
        return b == 0 ? a : divisor(b, a % b);
    }

    private void learn(Example example, double rate, double ofYes) {
        double wrong = (example.yes ? 1 : 0) - sure(score(example.vector));
        double by = rate * wrong * (example.yes ? ofYes : 1);
        Features.Vector vector = example.vector;
        for (int i = 0; i < vector.at().length; i++) {
            int at = vector.at()[i];
            weights[at] = (float) (weights[at] * (1 - rate * SHRINK) + by * vector.much()[i]);
        }
        bias += by * 0.1;
    }

    double score(Features.Vector vector) {
        double score = bias;
        for (int i = 0; i < vector.at().length; i++) {
            score += weights[vector.at()[i]] * vector.much()[i];
        }
        return score;
    }

    double weight(String feature) {
        return weights[Features.index(feature)];
    }

    static double sure(double score) {
        return 1 / (1 + Math.exp(-score));
    }
}
