package earnest.core.passwords;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Passwords for the ear: plain words in small letters, then a number of two digits out of {@code 2
 * 3 4 6 7 8 9}, joined by hyphens; the first word has a capital if the policy asks for one. Not
 * thread-safe.
 */
final class SpokenDraw implements Draw {
    private static final String DIGITS = "2346789";
    private static final int NUMBER_LENGTH = 3;
    private static final int SHORTEST_WORD = 3;

    private final Policy policy;
    private final ForbiddenWords forbidden;
    private final Needs needs;
    private final List<String> words;
    private final List<String> numbers;
    private final boolean capital;

    /** Where a password stands: words left, characters used, forbidden words begun, needs. */
    private record Place(int left, boolean first, int used, int state, int need) {}

    /** What adding a piece changes, whatever came before but the state and the needs. */
    private record Step(int length, int state, int need) {}

    private record Key(boolean first, int state, int need) {}

    private final Map<Place, BigInteger> ways = new HashMap<>();
    private final Map<Key, Map<Step, List<String>>> steps = new HashMap<>();
    private final Map<Key, Map<Step, List<String>>> ends = new HashMap<>();

    SpokenDraw(Policy policy) {
        this.policy = policy;
        this.forbidden = new ForbiddenWords(policy.forbiddenWords());
        this.needs = new Needs(policy);
        this.capital = policy.least(CharacterClass.UPPER) > 0 || policy.classesAtLeast() == 4;
        this.words = SpokenWords.all();
        List<String> made = new ArrayList<>();
        for (char tens : DIGITS.toCharArray()) {
            for (char ones : DIGITS.toCharArray()) {
                made.add("" + tens + ones);
            }
        }
        this.numbers = List.copyOf(made);
    }

    /** Whether the characters and runs of a piece are admitted; no run goes on past a hyphen. */
    private boolean kept(String piece) {
        int run = 0;
        for (int i = 0; i < piece.length(); i++) {
            run = i > 0 && piece.charAt(i) == piece.charAt(i - 1) ? run + 1 : 1;
            if (!policy.allows(piece.charAt(i)) || policy.maxRun() > 0 && run > policy.maxRun()) {
                return false;
            }
        }
        return true;
    }

    @Override
    public int shortest() {
        return 1;
    }

    @Override
    public int longest() {
        return (policy.maxLength() - NUMBER_LENGTH + 1) / (SHORTEST_WORD + 1);
    }

    @Override
    public BigInteger all(int length) {
        return ways(start(length));
    }

    private static Place start(int length) {
        return new Place(length, true, 0, ForbiddenWords.START, Needs.NOTHING_YET);
    }

    private BigInteger ways(Place at) {
        BigInteger known = ways.get(at);
        if (known == null) {
            known = BigInteger.ZERO;
            for (Map.Entry<Step, List<String>> step : steps(at).entrySet()) {
                known =
                        known.add(
                                each(at, step.getKey())
                                        .multiply(BigInteger.valueOf(step.getValue().size())));
            }
            ways.put(at, known);
        }
        return known;
    }

    /** The ways to go on after one of the pieces of a step. */
    private BigInteger each(Place at, Step step) {
        int used = at.used + step.length;
        if (used > policy.maxLength()) {
            return BigInteger.ZERO;
        }
        if (at.left == 0) {
            boolean whole = used >= policy.minLength() && needs.met(step.need);
            return whole ? BigInteger.ONE : BigInteger.ZERO;
        }
        return ways(new Place(at.left - 1, false, used, step.state, step.need));
    }

    private Map<Step, List<String>> steps(Place at) {
        Key key = new Key(at.first, at.state, at.need);
        return at.left == 0
                ? ends.computeIfAbsent(key, k -> steps(k, numbers))
                : steps.computeIfAbsent(key, k -> steps(k, words));
    }

    private Map<Step, List<String>> steps(Key key, List<String> pieces) {
        Map<Step, List<String>> found = new LinkedHashMap<>();
        for (String piece : pieces) {
            String added = added(piece, key.first);
            if (!kept(added)) {
                continue;
            }
            int state = key.state;
            int need = key.need;
            for (int i = 0; i < added.length() && state != ForbiddenWords.FOUND; i++) {
                state = forbidden.next(state, added.charAt(i));
                need = needs.after(need, CharacterClass.of(added.charAt(i)));
            }
            if (state != ForbiddenWords.FOUND) {
                found.computeIfAbsent(new Step(added.length(), state, need), s -> new ArrayList<>())
                        .add(added);
            }
        }
        return found;
    }

    private String added(String piece, boolean first) {
        if (!first) {
            return "-" + piece;
        }
        return capital
                ? piece.substring(0, 1).toUpperCase(Locale.ROOT) + piece.substring(1)
                : piece;
    }

    @Override
    public StringBuilder ranked(int length, BigInteger rank) {
        StringBuilder password = new StringBuilder();
        BigInteger rest = rank;
        Place at = start(length);
        for (int piece = 0; piece <= length; piece++) {
            for (Map.Entry<Step, List<String>> step : steps(at).entrySet()) {
                BigInteger each = each(at, step.getKey());
                BigInteger here = each.multiply(BigInteger.valueOf(step.getValue().size()));
                if (rest.compareTo(here) < 0) {
                    BigInteger[] which = rest.divideAndRemainder(each);
                    rest = which[1];
                    password.append(step.getValue().get(which[0].intValueExact()));
                    Step taken = step.getKey();
                    at =
                            new Place(
                                    at.left - 1,
                                    false,
                                    at.used + taken.length,
                                    taken.state,
                                    taken.need);
                    break;
                }
                rest = rest.subtract(here);
            }
        }
        return password;
    }

    /** Few of the listed ones have hyphens, so each is looked at. */
    @Override
    public BigInteger listed(int length) {
        Set<String> known = new HashSet<>(words);
        Set<String> ending = new HashSet<>(numbers);
        int[] found = {0};
        for (int characters = policy.minLength(); characters <= policy.maxLength(); characters++) {
            CommonPasswords.all()
                    .ofLength(
                            characters,
                            bytes -> {
                                String listed =
                                        new String(
                                                bytes, java.nio.charset.StandardCharsets.US_ASCII);
                                List<String> pieces = List.of(listed.split("-", -1));
                                if (pieces.size() == length + 1
                                        && ending.contains(pieces.getLast())
                                        && known.containsAll(pieces.subList(0, length))
                                        && admitted(pieces)) {
                                    found[0]++;
                                }
                            });
        }
        return BigInteger.valueOf(found[0]);
    }

    private boolean admitted(List<String> pieces) {
        Place at = start(pieces.size() - 1);
        for (int i = 0; i < pieces.size(); i++) {
            String added = added(pieces.get(i), at.first);
            Map.Entry<Step, List<String>> taken = null;
            for (Map.Entry<Step, List<String>> step : steps(at).entrySet()) {
                if (step.getValue().contains(added)) {
                    taken = step;
                }
            }
            if (taken == null || each(at, taken.getKey()).signum() == 0) {
                return false;
            }
            Step step = taken.getKey();
            at = new Place(at.left - 1, false, at.used + step.length, step.state, step.need);
        }
        return true;
    }
}
