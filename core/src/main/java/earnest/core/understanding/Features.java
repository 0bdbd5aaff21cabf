package earnest.core.understanding;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What of a message a classifier looks at: words, pairs of words, and their letters in threes to
 * fives, so that a slip of a finger changes little. Words that are denied count as others.
 */
final class Features {
    /** How many there can be; a power of two. */
    static final int SPACE = 1 << 17;

    private static final double PAIR = 0.8;
    private static final double SLIP = 0.5;
    private static final double GRAM = 0.35;
    private static final int SHORTEST_GRAM = 3;
    private static final int LONGEST_GRAM = 5;
    private static final int DENIES = 3;

    private static final Pattern WORD =
            Pattern.compile("[\\p{L}\\p{N}]+(?:'[\\p{L}]+)?|[.,;!?\\n]");
    private static final Set<String> DENIERS =
            Set.of(
                    "not", "no", "never", "without", "cannot", "can't", "don't", "didn't",
                    "doesn't", "isn't", "wasn't", "won't", "haven't", "hasn't", "dont", "didnt",
                    "cant", "wasnt");

    /** Features in rising order with how much of each, together of length one. */
    record Vector(int[] at, float[] much) {}

    private Features() {}

    static List<String> words(String text) {
        String plain =
                Normalizer.normalize(text.replace('’', '\''), Normalizer.Form.NFKD)
                        .replaceAll("\\p{M}", "")
                        .toLowerCase(Locale.ROOT);
        List<String> words = new ArrayList<>();
        Matcher found = WORD.matcher(plain);
        int denied = 0;
        while (found.find()) {
            String word = found.group();
            if (!Character.isLetterOrDigit(word.charAt(0))) {
                denied = 0;
            } else {
                words.add(denied > 0 ? "!" + word : word);
                denied = DENIERS.contains(word) ? DENIES : Math.max(0, denied - 1);
            }
        }
        return words;
    }

    static Vector of(String text) {
        Map<Integer, Double> much = new TreeMap<>();
        String before = "^";
        for (String word : words(text)) {
            put(much, "w " + word, 1);
            put(much, "l " + letters(word), SLIP);
            put(much, "c " + word.replaceAll("(?<=.)[aeiouy]", ""), SLIP);
            put(much, "p " + before + " " + word, PAIR);
            grams(much, word);
            before = word;
        }
        put(much, "p " + before + " $", PAIR);
        double length = Math.sqrt(much.values().stream().mapToDouble(m -> m * m).sum());
        int[] at = new int[much.size()];
        float[] share = new float[much.size()];
        int i = 0;
        for (Map.Entry<Integer, Double> one : much.entrySet()) {
            at[i] = one.getKey();
            share[i++] = (float) (one.getValue() / length);
        }
        return new Vector(at, share);
    }

    /** The letters of a word in their order in the alphabet: the same when two changed places. */
    private static String letters(String word) {
        char[] letters = word.toCharArray();
        Arrays.sort(letters);
        return new String(letters);
    }

    private static void grams(Map<Integer, Double> much, String word) {
        String bare = word.startsWith("!") ? word.substring(1) : word;
        String framed = "<" + bare + ">";
        for (int length = SHORTEST_GRAM; length <= LONGEST_GRAM; length++) {
            for (int from = 0; from + length <= framed.length(); from++) {
                put(much, "g " + framed.substring(from, from + length), GRAM);
            }
        }
    }

    private static void put(Map<Integer, Double> much, String feature, double weight) {
        much.merge(index(feature), weight, Math::max);
    }

    /** FNV-1a (draft-eastlake-fnv), folded: the same on each machine. */
    static int index(String feature) {
        int hash = 0x811c9dc5;
        for (int i = 0; i < feature.length(); i++) {
            hash = (hash ^ feature.charAt(i)) * 0x01000193;
        }
        return (hash ^ hash >>> 17) & SPACE - 1;
    }
}
