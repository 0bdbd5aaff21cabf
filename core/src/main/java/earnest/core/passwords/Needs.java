package earnest.core.passwords;

/**
 * How many characters of each class have come so far, each counted up to what the policy asks, as
 * one number. Immutable.
 */
final class Needs {
    private static final CharacterClass[] CLASSES = CharacterClass.values();
    static final int NOTHING_YET = 0;

    private final Policy policy;
    private final int[] most = new int[CLASSES.length];
    private final int[] weight = new int[CLASSES.length];
    private final long states;

    Needs(Policy policy) {
        this.policy = policy;
        long product = 1;
        for (int i = 0; i < CLASSES.length; i++) {
            int asked = Math.min(policy.least(CLASSES[i]), policy.maxLength() + 1);
            most[i] = Math.max(asked, policy.classesAtLeast() > 0 ? 1 : 0);
            weight[i] = (int) Math.min(product, Integer.MAX_VALUE);
            product = Math.min(product * (most[i] + 1), Integer.MAX_VALUE);
        }
        this.states = product;
    }

    int states() {
        return (int) states;
    }

    private int have(int state, int i) {
        return state / weight[i] % (most[i] + 1);
    }

    int after(int state, CharacterClass type) {
        int i = type.ordinal();
        return have(state, i) < most[i] ? state + weight[i] : state;
    }

    boolean met(int state) {
        int[] ofClass = new int[CLASSES.length];
        for (int i = 0; i < CLASSES.length; i++) {
            ofClass[i] = have(state, i);
        }
        return policy.enough(ofClass);
    }
}
