package earnest.core.passwords;

import org.jspecify.annotations.Nullable;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/**
 * How many ways there are to finish a password, by how many characters are left, the state of its
 * path, and what it still needs; exact.
 *
 * <p>Longest runs are counted by what they exclude. Let {@code G(l,s)} be the number of ways to go
 * on for {@code l} characters with a fresh run, and {@code F(l,s,c)} that of those which do not
 * begin with {@code c}. Of the ways that go on after a first {@code c}, those are too many whose
 * run of {@code c} is exactly one too long: {@code F(l-m-1, s·c^(m+1), c)}. So neither the last
 * character nor the length of its run is part of a state, and {@code F} is needed only in the few
 * states that follow a run. Not thread-safe.
 */
final class Counted {
    /** The counts kept at most, in limbs of 8 bytes: 80 MB. */
    private static final long MOST = 10_000_000;

    private final Path path;
    private final Needs needs;
    private final int size;
    private final int maxRun;
    private final int groups;
    private final int[][] afterOne = new int[CharacterClass.values().length][];
    private final int[][] afterRun = new int[CharacterClass.values().length][];
    private final List<long[]> layers = new ArrayList<>();
    private final List<Integer> widths = new ArrayList<>();
    private final @Nullable AfterRuns runs;
    private long kept;

    /**
     * @param maxRun longest run, or 0
     * @param size of the alphabet
     */
    Counted(Path path, Needs needs, int size, int maxRun) {
        this.path = path;
        this.needs = needs;
        this.size = size;
        this.maxRun = maxRun;
        this.groups = path.groups().size();
        for (CharacterClass type : CharacterClass.values()) {
            afterOne[type.ordinal()] = after(type, 1);
            afterRun[type.ordinal()] = after(type, maxRun + 1);
        }
        this.runs = maxRun == 0 ? null : new AfterRuns();
        nothingLeft();
    }

    private int[] after(CharacterClass type, int times) {
        int[] after = new int[needs.states()];
        for (int need = 0; need < after.length; need++) {
            int at = need;
            for (int i = 0; i < times; i++) {
                at = needs.after(at, type);
            }
            after[need] = at;
        }
        return after;
    }

    private void nothingLeft() {
        long[] layer = make(0);
        for (int state = 0; state < path.states(); state++) {
            for (int need = 0; need < needs.states(); need++) {
                layer[state * needs.states() + need] = needs.met(need) ? 1 : 0;
            }
        }
        if (runs != null) {
            runs.add(0);
        }
    }

    private long[] make(int left) {
        int width = (int) (left * Math.log(Math.max(2, size)) / Math.log(2) + 2) / Long.SIZE + 1;
        long wanted = (long) path.states() * needs.states() * width;
        kept += wanted;
        if (kept > MOST) {
            throw new Generator.TooIntricate();
        }
        long[] layer = new long[(int) wanted];
        layers.add(layer);
        widths.add(width);
        return layer;
    }

    /** Counts for that many characters left, and all fewer. */
    private void upTo(int left) {
        while (layers.size() <= left) {
            add(layers.size());
        }
    }

    private void add(int left) {
        long[] layer = make(left);
        int width = widths.get(left);
        long[] before = layers.get(left - 1);
        int narrow = widths.get(left - 1);
        long[] times = new long[path.states() * CharacterClass.values().length];
        for (int state = 0; state < path.states(); state++) {
            // Groups of a class that lead to one state are added at once.
            Arrays.fill(times, 0);
            for (int g = 0; g < groups; g++) {
                int to = path.next(state, left, g);
                if (to != Path.NOWHERE) {
                    Alphabet.Group group = path.groups().get(g);
                    times[to * CharacterClass.values().length + group.type().ordinal()] +=
                            group.characters().length;
                }
            }
            for (int i = 0; i < times.length; i++) {
                if (times[i] == 0) {
                    continue;
                }
                int to = i / CharacterClass.values().length;
                int[] after = afterOne[i % CharacterClass.values().length];
                for (int need = 0; need < after.length; need++) {
                    Limbs.add(
                            layer,
                            at(state, need) * width,
                            width,
                            before,
                            at(to, after[need]) * narrow,
                            narrow,
                            times[i]);
                }
            }
        }
        if (runs != null) {
            runs.takeTooLong(layer, left);
            runs.add(left);
        }
    }

    private int at(int state, int need) {
        return state * needs.states() + need;
    }

    /** The number of ways to go on with a fresh run. */
    BigInteger ways(int left, int state, int need) {
        upTo(left);
        int width = widths.get(left);
        return Limbs.big(layers.get(left), at(state, need) * width, width);
    }

    /** The number of those that begin with one character of a group. */
    BigInteger beginning(int left, int state, int need, int group) {
        int to = left == 0 ? Path.NOWHERE : path.next(state, left, group);
        if (to == Path.NOWHERE) {
            return BigInteger.ZERO;
        }
        int type = path.groups().get(group).type().ordinal();
        BigInteger ways = ways(left - 1, to, afterOne[type][need]);
        if (maxRun == 0 || left <= maxRun) {
            return ways;
        }
        int run = path.run(state, left, group, maxRun + 1);
        return run == Path.NOWHERE
                ? ways
                : ways.subtract(without(left - maxRun - 1, run, afterRun[type][need], group));
    }

    /** The number of those that do not begin with one character of a group. */
    BigInteger without(int left, int state, int need, int group) {
        return ways(left, state, need).subtract(beginning(left, state, need, group));
    }

    /** The number of ways to go on after a run of that length, of one character of a group. */
    BigInteger continued(int left, int state, int need, int group, int run) {
        BigInteger sum = without(left, state, need, group);
        int at = state;
        int have = need;
        for (int more = 1; run + more <= maxRun && more <= left; more++) {
            at = path.next(at, left - more + 1, group);
            if (at == Path.NOWHERE) {
                break;
            }
            have = needs.after(have, path.groups().get(group).type());
            sum = sum.add(without(left - more, at, have, group));
        }
        return sum;
    }

    /** {@code F}, kept only for states that can follow a run that is one too long. */
    private final class AfterRuns {
        private final int[][] place = new int[groups][path.states()];
        private final int[][] follow = new int[groups][];
        private final int[] first = new int[groups];
        private final List<long @Nullable []> layers = new ArrayList<>();
        private int cells;

        AfterRuns() {
            for (int g = 0; g < groups; g++) {
                List<Integer> found = new ArrayList<>();
                Arrays.fill(place[g], Path.NOWHERE);
                for (int state = 0; state < path.states(); state++) {
                    for (int left = 0; left < path.period(); left++) {
                        int to = path.run(state, left, g, maxRun + 1);
                        if (to != Path.NOWHERE && place[g][to] == Path.NOWHERE) {
                            place[g][to] = found.size();
                            found.add(to);
                        }
                    }
                }
                follow[g] = found.stream().mapToInt(s -> s).toArray();
                first[g] = cells;
                cells += found.size() * needs.states();
            }
        }

        void add(int left) {
            int width = widths.get(left);
            long[] layer = new long[cells * width];
            long[] ways = Counted.this.layers.get(left);
            for (int g = 0; g < groups; g++) {
                int[] one = afterOne[path.groups().get(g).type().ordinal()];
                for (int i = 0; i < follow[g].length; i++) {
                    int state = follow[g][i];
                    int cell = (first[g] + i * needs.states()) * width;
                    System.arraycopy(
                            ways, at(state, 0) * width, layer, cell, needs.states() * width);
                    int to = left == 0 ? Path.NOWHERE : path.next(state, left, g);
                    if (to == Path.NOWHERE) {
                        continue;
                    }
                    if (left > maxRun) {
                        // Added first, since the other could be more than there is yet.
                        int run = path.run(state, left, g, maxRun + 1);
                        move(layer, cell, width, run, left, g, 1);
                    }
                    int narrow = widths.get(left - 1);
                    for (int need = 0; need < needs.states(); need++) {
                        Limbs.subtract(
                                layer,
                                cell + need * width,
                                width,
                                Counted.this.layers.get(left - 1),
                                at(to, one[need]) * narrow,
                                narrow,
                                1);
                    }
                }
            }
            layers.add(layer);
            if (left > maxRun) {
                layers.set(left - maxRun - 1, null);
            }
        }

        /**
         * Takes what begins with a run that is too long away from the ways of every state. Most
         * characters lead to the same place after a run wherever it began, so what is taken from
         * the state that knows of no word is reckoned once, and the others only by their
         * differences from it.
         */
        void takeTooLong(long[] layer, int left) {
            if (left <= maxRun) {
                return;
            }
            int width = widths.get(left);
            int all = needs.states() * width;
            long[] common = new long[all];
            int[] homeRuns = new int[groups];
            for (int state = 0; state < path.states(); state++) {
                boolean home = path.home(state) == state;
                if (home) {
                    Arrays.fill(common, 0);
                }
                for (int g = 0; g < groups; g++) {
                    int run = path.run(state, left, g, maxRun + 1);
                    int size = path.groups().get(g).characters().length;
                    if (home) {
                        homeRuns[g] = run;
                        move(common, 0, width, run, left, g, size);
                    } else if (run != homeRuns[g]) {
                        // Given back before it is taken, so that nothing falls below zero.
                        move(layer, at(state, 0) * width, width, homeRuns[g], left, g, size);
                    }
                }
                for (int need = 0; need < needs.states(); need++) {
                    Limbs.subtract(
                            layer, at(state, need) * width, width, common, need * width, width, 1);
                }
                for (int g = 0; g < groups && !home; g++) {
                    int run = path.run(state, left, g, maxRun + 1);
                    if (run != homeRuns[g]) {
                        int size = path.groups().get(g).characters().length;
                        move(layer, at(state, 0) * width, width, run, left, g, -size);
                    }
                }
            }
        }

        /** Adds, or with negative times subtracts, the ways that follow a run that is too long. */
        private void move(long[] to, int at, int width, int run, int left, int g, int times) {
            if (run == Path.NOWHERE) {
                return;
            }
            int before = left - maxRun - 1;
            int narrow = widths.get(before);
            int[] have = afterRun[path.groups().get(g).type().ordinal()];
            int first = this.first[g] + place[g][run] * needs.states();
            long[] layer = Objects.requireNonNull(layers.get(before));
            for (int need = 0; need < needs.states(); need++) {
                int from = (first + have[need]) * narrow;
                if (times > 0) {
                    Limbs.add(to, at + need * width, width, layer, from, narrow, times);
                } else {
                    Limbs.subtract(to, at + need * width, width, layer, from, narrow, -times);
                }
            }
        }
    }
}
