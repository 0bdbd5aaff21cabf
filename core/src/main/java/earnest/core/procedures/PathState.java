package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.UnaryOperator;

/**
 * What holds at a place of a procedure, for all paths that lead there at once. Each fact is kept
 * for itself, by what it may be on some path (names, secrets) or what it is at least on every path
 * (proof, approval); since each step changes each fact by itself, nothing is lost by not keeping
 * paths apart. Immutable.
 *
 * @param names for each name the lines that may have given it its value; {@link #NOTHING} where it
 *     may have none. A name that is not here has none
 * @param proofs for each proof the fewest minutes that it still counts; one that is not here does
 *     not count
 * @param approvals what was agreed to on every path
 * @param secrets for each secret what may have been done with it
 */
record PathState(
        Map<String, Set<Integer>> names,
        Map<Act.Deed, Long> proofs,
        Set<Act.Deed> approvals,
        Map<Site, Set<SecretUse>> secrets) {
    /** The name has no value. */
    static final int NOTHING = 0;

    /** Stands for whatever a wrong name was meant to be. */
    static final Act.Deed WHATEVER = new Act.Deed("*", "*");

    static final PathState START = new PathState(Map.of(), Map.of(), Set.of(), Map.of());

    /** A secret by the line that gives it, and what of the result it is. */
    record Site(int line, Reference reference) {}

    Set<Integer> given(String name) {
        return names.getOrDefault(name, Set.of(NOTHING));
    }

    /** On every path one of the two. */
    static @Nullable PathState join(@Nullable PathState a, @Nullable PathState b) {
        if (a == null || b == null) {
            return a == null ? b : a;
        }
        if (a.equals(b)) {
            return a;
        }
        Map<String, Set<Integer>> names = new HashMap<>();
        for (String name : union(a.names.keySet(), b.names.keySet())) {
            names.put(name, union(a.given(name), b.given(name)));
        }
        Map<Act.Deed, Long> proofs = new HashMap<>(a.proofs);
        proofs.keySet().retainAll(b.proofs.keySet());
        proofs.replaceAll((deed, left) -> Math.min(left, b.proofs.getOrDefault(deed, left)));
        Set<Act.Deed> approvals = new HashSet<>(a.approvals);
        approvals.retainAll(b.approvals);
        Map<Site, Set<SecretUse>> secrets = new HashMap<>();
        for (Site site : union(a.secrets.keySet(), b.secrets.keySet())) {
            secrets.put(
                    site,
                    union(
                            a.secrets.getOrDefault(site, Set.of(SecretUse.NONE)),
                            b.secrets.getOrDefault(site, Set.of(SecretUse.NONE))));
        }
        return new PathState(names, proofs, approvals, secrets);
    }

    private static <T> Set<T> union(Set<T> a, Set<T> b) {
        Set<T> all = new LinkedHashSet<>(a);
        all.addAll(b);
        return all;
    }

    /** The name has the value that the line gives; what it stood for has none. */
    PathState giving(String name, int line) {
        Map<String, Set<Integer>> more = new HashMap<>(names);
        more.put(name, Set.of(line));
        PathState state = new PathState(more, proofs, approvals, secrets);
        return state.each(
                (site, use) -> site.reference().name().equals(name) ? use.unnamed() : use);
    }

    /** A new secret is there. */
    PathState drawing(Site site) {
        Map<Site, Set<SecretUse>> more = new HashMap<>(secrets);
        Set<SecretUse> drawn = new LinkedHashSet<>();
        for (SecretUse use : secrets.getOrDefault(site, Set.of(SecretUse.NONE))) {
            drawn.add(use.drawn());
        }
        more.put(site, drawn);
        return new PathState(names, proofs, approvals, more);
    }

    PathState proving(Act.Deed deed, long minutes) {
        Map<Act.Deed, Long> more = new HashMap<>(proofs);
        more.put(deed, minutes);
        return new PathState(names, more, approvals, secrets);
    }

    /** Time passes; a proof that is too old does not count. */
    PathState waiting(long minutes) {
        Map<Act.Deed, Long> left = new HashMap<>();
        proofs.forEach(
                (deed, before) -> {
                    if (before >= minutes) {
                        left.put(deed, before - minutes);
                    }
                });
        return new PathState(names, left, approvals, secrets);
    }

    PathState withoutProof() {
        return new PathState(names, Map.of(), approvals, secrets);
    }

    PathState approving(Act.Deed deed) {
        return new PathState(names, proofs, union(approvals, Set.of(deed)), secrets);
    }

    /** The secrets for which a reference stands, on each path for the one that it has there. */
    Set<SecretUse> meant(Reference reference) {
        Set<SecretUse> meant = new LinkedHashSet<>();
        secrets.forEach(
                (site, uses) -> {
                    if (site.reference().equals(reference)) {
                        uses.stream().filter(SecretUse::named).forEach(meant::add);
                    }
                });
        return meant;
    }

    /** Does something to the secret for which a reference stands. */
    PathState doing(Reference reference, UnaryOperator<SecretUse> what) {
        return each(
                (site, use) ->
                        use.named() && site.reference().equals(reference) ? what.apply(use) : use);
    }

    /** Does something to every secret for which a reference does not stand. */
    PathState doingToOthers(Reference reference, UnaryOperator<SecretUse> what) {
        return each(
                (site, use) ->
                        use.named() && site.reference().equals(reference) ? use : what.apply(use));
    }

    /** Does something to every secret. */
    PathState doingToAll(UnaryOperator<SecretUse> what) {
        return each((site, use) -> what.apply(use));
    }

    private PathState each(BiFunction<Site, SecretUse, SecretUse> what) {
        Map<Site, Set<SecretUse>> changed = new HashMap<>();
        secrets.forEach(
                (site, uses) -> {
                    Set<SecretUse> now = new LinkedHashSet<>();
                    uses.forEach(use -> now.add(what.apply(site, use)));
                    changed.put(site, now);
                });
        return new PathState(names, proofs, approvals, changed);
    }

    /** Everything but the time that proofs still count. */
    boolean sameButForTime(PathState other) {
        return names.equals(other.names)
                && proofs.keySet().equals(other.proofs.keySet())
                && approvals.equals(other.approvals)
                && secrets.equals(other.secrets);
    }
}
