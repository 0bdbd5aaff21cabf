package earnest.core.passwords;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Passwords that are made character by character: read-aloud and copied. Not thread-safe. */
final class CharacterDraw implements Draw {
    private final Policy policy;
    private final Style style;
    private final Alphabet alphabet;
    private final Needs needs;
    private final int maxRun;
    private final Map<Integer, Counted> counted = new HashMap<>();

    CharacterDraw(Policy policy, Style style) {
        this.policy = policy;
        this.style = style;
        this.alphabet = new Alphabet(policy, style);
        this.needs = new Needs(policy);
        this.maxRun = policy.maxRun() >= policy.maxLength() ? 0 : policy.maxRun();
    }

    private Path path(int length) {
        return new Path(alphabet, style, length);
    }

    private Counted counted(int length) {
        return counted.computeIfAbsent(
                length % Path.period(style),
                rest -> new Counted(path(rest), needs, alphabet.size(), maxRun));
    }

    @Override
    public int shortest() {
        return policy.minLength();
    }

    @Override
    public int longest() {
        return policy.maxLength();
    }

    @Override
    public BigInteger all(int length) {
        return counted(length).ways(length, Path.START, Needs.NOTHING_YET);
    }

    /** Where a password stands that is being put together. {@code last} is -1 at its beginning. */
    private record Place(int state, int need, int group, int last, int run) {}

    @Override
    public StringBuilder ranked(int length, BigInteger rank) {
        Path path = path(length);
        Counted ways = counted(length);
        StringBuilder password = new StringBuilder(length);
        BigInteger rest = rank;
        Place at = new Place(Path.START, Needs.NOTHING_YET, -1, -1, 0);
        for (int left = length; left > 0; left--) {
            for (int g = 0; ; g++) {
                int[] others = others(g, at);
                BigInteger each = ways.beginning(left, at.state, at.need, g);
                BigInteger here = each.multiply(BigInteger.valueOf(others.length));
                if (rest.compareTo(here) < 0) {
                    BigInteger[] which = rest.divideAndRemainder(each);
                    rest = which[1];
                    at = after(path, at, left, g, others[which[0].intValueExact()]);
                    break;
                }
                rest = rest.subtract(here);
                Place again = again(path, at, left, g);
                if (again != null) {
                    here = ways.continued(left - 1, again.state, again.need, g, again.run);
                    if (rest.compareTo(here) < 0) {
                        at = again;
                        break;
                    }
                    rest = rest.subtract(here);
                }
            }
            password.appendCodePoint(at.last);
        }
        return password;
    }

    /** The characters of a group that begin a new run. */
    private int[] others(int g, Place at) {
        int[] characters = alphabet.groups().get(g).characters();
        if (maxRun == 0 || g != at.group) {
            return characters;
        }
        return Arrays.stream(characters).filter(c -> c != at.last).toArray();
    }

    private Place after(Path path, Place at, int left, int g, int c) {
        return new Place(
                path.next(at.state, left, g),
                needs.after(at.need, alphabet.groups().get(g).type()),
                g,
                c,
                maxRun > 0 && c == at.last ? at.run + 1 : 1);
    }

    private @org.jspecify.annotations.Nullable Place again(Path path, Place at, int left, int g) {
        if (maxRun == 0 || g != at.group || at.run == maxRun) {
            return null;
        }
        Place again = after(path, at, left, g, at.last);
        return again.state == Path.NOWHERE ? null : again;
    }

    /** Each listed one may be written in many ways, of which the policy admits some. */
    @Override
    public BigInteger listed(int length) {
        Map<Integer, List<int[]>> written = new HashMap<>();
        for (int g = 0; g < alphabet.groups().size(); g++) {
            for (int c : alphabet.groups().get(g).characters()) {
                written.computeIfAbsent(Folded.of(c), f -> new ArrayList<>()).add(new int[] {g, c});
            }
        }
        Path path = path(length);
        BigInteger[] sum = {BigInteger.ZERO};
        CommonPasswords.all()
                .ofLength(length, word -> sum[0] = sum[0].add(written(path, word, written)));
        return sum[0];
    }

    private BigInteger written(Path path, byte[] word, Map<Integer, List<int[]>> written) {
        Map<Place, BigInteger> places =
                Map.of(new Place(Path.START, Needs.NOTHING_YET, -1, -1, 0), BigInteger.ONE);
        for (int i = 0; i < word.length; i++) {
            Map<Place, BigInteger> next = new HashMap<>();
            for (int[] way : written.getOrDefault((int) word[i], List.of())) {
                int left = word.length - i;
                places.forEach(
                        (at, number) -> {
                            Place to = after(path, at, left, way[0], way[1]);
                            if (to.state != Path.NOWHERE && (maxRun == 0 || to.run <= maxRun)) {
                                next.merge(
                                        maxRun == 0 ? new Place(to.state, to.need, -1, -1, 0) : to,
                                        number,
                                        BigInteger::add);
                            }
                        });
            }
            if (next.isEmpty()) {
                return BigInteger.ZERO;
            }
            places = next;
        }
        BigInteger admitted = BigInteger.ZERO;
        for (Map.Entry<Place, BigInteger> place : places.entrySet()) {
            if (needs.met(place.getKey().need)) {
                admitted = admitted.add(place.getValue());
            }
        }
        return admitted;
    }
}
