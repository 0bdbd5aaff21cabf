package earnest.core.procedures;

import java.util.HashSet;
import java.util.Set;

/**
 * What was done with one secret on a path.
 *
 * @param named whether its name still stands for it
 * @param asked the changes that were asked for with it
 * @param effect whether a change with it took effect
 * @param maybe whether a change with it may have taken effect
 * @param excused whether a change before it could not be judged
 * @param given whether it was handed over
 * @param withdrawn whether it was withdrawn
 * @param open what was set with it and nobody has learnt yet
 * @param lost what was set with an earlier one of its name that nobody can be given any more
 */
record SecretUse(
        boolean named,
        Set<Act.Deed> asked,
        boolean effect,
        boolean maybe,
        boolean excused,
        boolean given,
        boolean withdrawn,
        Set<SetAt> open,
        Set<SetAt> lost) {
    /** Before it is drawn. */
    static final SecretUse NONE =
            new SecretUse(false, Set.of(), false, false, false, false, false, Set.of(), Set.of());

    /** A password that the change on a line set in a system. */
    record SetAt(int line, String system) {}

    SecretUse drawn() {
        SecretUse before = unnamed();
        return new SecretUse(
                true, Set.of(), false, false, false, false, false, Set.of(), before.lost);
    }

    /** Its name stands for something else from now on. */
    SecretUse unnamed() {
        if (!named) {
            return this;
        }
        return new SecretUse(
                false, Set.of(), false, false, false, false, false, Set.of(), union(lost, open));
    }

    SecretUse asked(Act.Deed deed) {
        return new SecretUse(
                named, with(asked, deed), effect, maybe, excused, given, withdrawn, open, lost);
    }

    SecretUse set(SetAt at, boolean surely) {
        return new SecretUse(
                named,
                asked,
                effect || surely,
                maybe || !surely,
                excused,
                given,
                withdrawn,
                given ? open : with(open, at),
                lost);
    }

    /** A change was asked for with something that could not be judged. */
    SecretUse unjudged() {
        return new SecretUse(named, asked, effect, maybe, true, given, withdrawn, open, lost);
    }

    SecretUse handedOver() {
        return new SecretUse(named, asked, effect, maybe, excused, true, withdrawn, Set.of(), lost);
    }

    SecretUse isWithdrawn() {
        return new SecretUse(named, asked, effect, maybe, excused, given, true, open, lost);
    }

    /** Whatever was set in a system is worthless now. */
    SecretUse worthlessIn(String system) {
        return new SecretUse(
                named,
                asked,
                effect,
                maybe,
                excused,
                given,
                withdrawn,
                elsewhere(open, system),
                elsewhere(lost, system));
    }

    /** Nothing that was set can be judged any more. */
    SecretUse settled() {
        return new SecretUse(
                named, asked, effect, maybe, true, given, withdrawn, Set.of(), Set.of());
    }

    private static Set<SetAt> elsewhere(Set<SetAt> all, String system) {
        Set<SetAt> left = new HashSet<>(all);
        left.removeIf(at -> at.system().equals(system));
        return Set.copyOf(left);
    }

    private static <T> Set<T> with(Set<T> all, T one) {
        return union(all, Set.of(one));
    }

    private static <T> Set<T> union(Set<T> a, Set<T> b) {
        Set<T> all = new HashSet<>(a);
        all.addAll(b);
        return Set.copyOf(all);
    }
}
