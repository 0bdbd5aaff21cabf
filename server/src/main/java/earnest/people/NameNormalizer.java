package earnest.people;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Folds names to plain small letters, and makes the words under which people are found. */
final class NameNormalizer {
    private static final int LEAST_NEAR = 4;
    private static final int MOST = 80;

    private NameNormalizer() {}

    /** Small plain letters and digits, words separated by single spaces. */
    static String fold(String text) {
        String plain =
                Normalizer.normalize(text, Normalizer.Form.NFKD)
                        .toLowerCase(Locale.ROOT)
                        .replaceAll("\\p{M}+", "");
        StringBuilder out = new StringBuilder(plain.length());
        for (int i = 0; i < plain.length(); i++) {
            char c = plain.charAt(i);
            switch (c) {
                case 'ø' -> out.append('o');
                case 'ł' -> out.append('l');
                case 'đ', 'ð' -> out.append('d');
                case 'ı' -> out.append('i');
                case 'ß' -> out.append("ss");
                case 'æ' -> out.append("ae");
                case 'œ' -> out.append("oe");
                case 'þ' -> out.append("th");
                case '\'', '\u2019' -> {}
                default -> {
                    boolean keep = c >= 'a' && c <= 'z' || c >= '0' && c <= '9';
                    out.append(keep ? c : ' ');
                }
            }
        }
        String folded = out.toString().strip().replaceAll(" +", " ");
        return folded.length() > MOST ? folded.substring(0, MOST) : folded;
    }

    static List<String> words(String text) {
        String folded = fold(text);
        return folded.isEmpty() ? List.of() : List.of(folded.split(" "));
    }

    /**
     * The word itself and each form of it with one letter left out. Two words that differ by one
     * letter put in, left out, changed or by two neighbours swapped share at least one form.
     */
    static Set<String> near(String word) {
        Set<String> forms = new LinkedHashSet<>();
        String kept = word.length() > 39 ? word.substring(0, 39) : word;
        forms.add(kept);
        if (kept.length() >= LEAST_NEAR) {
            for (int i = 0; i < kept.length(); i++) {
                forms.add(kept.substring(0, i) + kept.substring(i + 1));
            }
        }
        return forms;
    }

    /** One letter put in, left out, changed, or two neighbours swapped, at most. */
    static boolean close(String a, String b) {
        if (a.equals(b)) {
            return true;
        }
        if (Math.abs(a.length() - b.length()) > 1) {
            return false;
        }
        int i = 0;
        while (i < Math.min(a.length(), b.length()) && a.charAt(i) == b.charAt(i)) {
            i++;
        }
        String restA = a.substring(i);
        String restB = b.substring(i);
        if (restA.length() == restB.length()) {
            return restA.substring(1).equals(restB.substring(1)) || swapped(restA, restB);
        }
        String shorter = restA.length() < restB.length() ? restA : restB;
        String longer = restA.length() < restB.length() ? restB : restA;
        return longer.substring(1).equals(shorter);
    }

    private static boolean swapped(String a, String b) {
        return a.length() >= 2
                && a.charAt(0) == b.charAt(1)
                && a.charAt(1) == b.charAt(0)
                && a.substring(2).equals(b.substring(2));
    }

    static List<String> all(String... texts) {
        List<String> words = new ArrayList<>();
        for (String text : texts) {
            words.addAll(words(text));
        }
        return words;
    }
}
