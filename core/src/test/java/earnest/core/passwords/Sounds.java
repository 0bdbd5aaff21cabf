package earnest.core.passwords;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * How plain English words sound on a bad line, roughly: good enough to keep apart what would be
 * taken for each other, and rather too strict than too lax.
 *
 * <p>A narrow line swallows the hiss of f, s, sh, th and h and the release of p, t, k, b, d and g;
 * m and n are one sound on it. Vowels, l, r, w, ch and j come through.
 */
final class Sounds {
    private static final String SWALLOWED = "ptkbdgfsvzhST";

    /** Longest spelling first; letters that stand for no sound of their own are left out. */
    private static final List<Map.Entry<String, String>> SPELLINGS =
            List.of(
                    Map.entry("tch", "C"),
                    Map.entry("dge", "j"),
                    Map.entry("tion", "Sun"),
                    Map.entry("sion", "Sun"),
                    Map.entry("ture", "Cur"),
                    Map.entry("eigh", "A"),
                    Map.entry("ch", "C"),
                    Map.entry("sh", "S"),
                    Map.entry("th", "T"),
                    Map.entry("ph", "f"),
                    Map.entry("wh", "w"),
                    Map.entry("ck", "k"),
                    Map.entry("qu", "kw"),
                    Map.entry("ng", "ng"),
                    Map.entry("ai", "A"),
                    Map.entry("ay", "A"),
                    Map.entry("ee", "E"),
                    Map.entry("ea", "E"),
                    Map.entry("ie", "E"),
                    Map.entry("ei", "E"),
                    Map.entry("ey", "E"),
                    Map.entry("oo", "U"),
                    Map.entry("ew", "U"),
                    Map.entry("ue", "U"),
                    Map.entry("oa", "O"),
                    Map.entry("ow", "O"),
                    Map.entry("ou", "O"),
                    Map.entry("oi", "Y"),
                    Map.entry("oy", "Y"),
                    Map.entry("au", "o"),
                    Map.entry("aw", "o"),
                    Map.entry("er", "ur"),
                    Map.entry("ir", "ur"),
                    Map.entry("or", "ur"),
                    Map.entry("ar", "ur"),
                    Map.entry("ce", "se"),
                    Map.entry("ci", "si"),
                    Map.entry("cy", "si"),
                    Map.entry("ge", "je"),
                    Map.entry("gi", "ji"),
                    Map.entry("gy", "ji"),
                    Map.entry("c", "k"),
                    Map.entry("x", "ks"),
                    Map.entry("y", "i"),
                    Map.entry("m", "n"));

    /** Letters that are written and not said, or said as nobody would write them. */
    private static final Pattern NOT_AS_SAID =
            Pattern.compile(
                    "^(kn|wr|gn|ps|pn|mn|wh[ou]|aes|hei|hour|honest|honor|xy|rh).*"
                        + "|.*(gh|mb|mn|gn|gm|lm|sth|stle|sten|ften|lk|isl|ckn|quet|que|eau|oeu|bt|pt|rps|olo|ould|yrr|rrh|ough|augh)$"
                        + "|.*(gh|sc[ei]|uoy|isle|island|colonel|stle|uard|uide|uess|uest|uita|uarant|choir|yacht|sch[eo]|chem|chor|chir|echo|ocha|alm|alk).*");

    private Sounds() {}

    /** Whether the letters of a word leave no doubt about how it is said. */
    static boolean spelledAsSaid(String word) {
        return !NOT_AS_SAID.matcher(word).matches();
    }

    /** The sounds of a word, a character each. */
    static String of(String word) {
        String rest = word.replaceAll("(.)\\1", "$1$1");
        if (rest.length() > 3 && rest.endsWith("e") && !rest.endsWith("ee")) {
            rest = rest.substring(0, rest.length() - 1) + (soft(rest) ? "e" : "");
        }
        StringBuilder sounds = new StringBuilder();
        while (!rest.isEmpty()) {
            String left = rest;
            Optional<Map.Entry<String, String>> spelling =
                    SPELLINGS.stream().filter(s -> left.startsWith(s.getKey())).findFirst();
            String sound = spelling.map(Map.Entry::getValue).orElse(rest.substring(0, 1));
            rest = rest.substring(spelling.map(s -> s.getKey().length()).orElse(1));
            for (char c : sound.toCharArray()) {
                if (sounds.isEmpty() || sounds.charAt(sounds.length() - 1) != c) {
                    sounds.append(c);
                }
            }
        }
        if (sounds.length() > 3 && sounds.toString().matches(".*[sj]e")) {
            sounds.setLength(sounds.length() - 1);
        }
        return sounds.toString();
    }

    private static boolean soft(String word) {
        return word.endsWith("ce") || word.endsWith("ge");
    }

    /**
     * All that a bad line may leave of a word: whole, one swallowed sound made out as some sound,
     * or not heard at all. Two words are too close when what is left of them has a part in common.
     */
    static List<String> heard(String word) {
        String sounds = of(word);
        List<String> heard = new ArrayList<>();
        heard.add(sounds);
        for (int i = 0; i < sounds.length(); i++) {
            if (SWALLOWED.indexOf(sounds.charAt(i)) >= 0) {
                heard.add(sounds.substring(0, i) + "?" + sounds.substring(i + 1));
                heard.add(sounds.substring(0, i) + sounds.substring(i + 1));
            }
        }
        return heard;
    }
}
