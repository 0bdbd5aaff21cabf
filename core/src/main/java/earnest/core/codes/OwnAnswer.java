package earnest.core.codes;

import earnest.core.passwords.Secret;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Answers to questions that somebody chose for themselves: brought into the form in which they are
 * compared, and looked at before they are kept. Stateless and thread-safe.
 */
public final class OwnAnswer {
    /** So many letters and digits an answer has at least. */
    public static final int SHORTEST = 3;

    private static final int LONG_WORD = 5;

    /** So many questions somebody answers at least. */
    public static final int FEWEST = 5;

    /** So many are asked, drawn at random. */
    public static final int ASKED = 2;

    /** Letters that have no form without their mark, with what is heard for them. */
    private static final Map<Character, String> HEARD =
            Map.of(
                    'ß', "ss", 'æ', "ae", 'œ', "oe", 'ø', "o", 'đ', "d", 'ł', "l", 'þ', "th", 'ð',
                    "d", 'ı', "i");

    private OwnAnswer() {}

    /** An answer to a question, as somebody gives it. */
    public record Given(String question, Secret answer) {}

    /** What is wrong with an answer. */
    public enum Fault {
        /** Under {@link #SHORTEST} letters and digits. */
        TOO_SHORT,
        /** It is one character over and over. */
        ONE_CHARACTER,
        /** It stands in its question. */
        IN_QUESTION,
        /** It is, or holds, what everybody can know of them. */
        KNOWN,
        /** Another answer is the same. */
        SAME
    }

    /**
     * The form in which answers are compared: letters and digits only, of one case and without
     * marks, so that it makes no difference how somebody who hears it spells it.
     *
     * @return a new secret; the caller wipes it
     */
    public static Secret compared(Secret answer) {
        return answer.open(characters -> Secret.of(plain(new String(characters))));
    }

    private static String plain(String text) {
        StringBuilder plain = new StringBuilder(text.length());
        // Upper case first: some letters have two small forms, and one great one.
        String small =
                Normalizer.normalize(text, Normalizer.Form.NFKD)
                        .toUpperCase(Locale.ROOT)
                        .toLowerCase(Locale.ROOT);
        Normalizer.normalize(small, Normalizer.Form.NFKD)
                .codePoints()
                .filter(Character::isLetterOrDigit)
                .forEach(
                        point -> {
                            String heard = point < 0x10000 ? HEARD.get((char) point) : null;
                            if (heard != null) {
                                plain.append(heard);
                            } else if (Character.isDigit(point)) {
                                plain.append(Character.digit(point, 10));
                            } else {
                                plain.appendCodePoint(point);
                            }
                        });
        return plain.toString();
    }

    /** A short name stands by chance in many words. */
    private static boolean holds(String answer, String word) {
        return answer.equals(word) || (word.length() >= LONG_WORD && answer.contains(word));
    }

    /**
     * What is wrong with answers that somebody wants to set, in their order; empty: nothing.
     *
     * @param known names and words of theirs that others know
     * @return for each the first fault, with its place from 0
     */
    public static Map<Integer, Fault> faults(List<Given> given, Set<String> known) {
        List<String> others =
                known.stream()
                        .map(OwnAnswer::plain)
                        .filter(word -> word.length() >= SHORTEST)
                        .toList();
        Map<Integer, Fault> faults = new HashMap<>();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < given.size(); i++) {
            Given one = given.get(i);
            String answer = one.answer().open(characters -> plain(new String(characters)));
            List<Fault> found = new ArrayList<>();
            if (answer.codePointCount(0, answer.length()) < SHORTEST) {
                found.add(Fault.TOO_SHORT);
            } else if (answer.codePoints().distinct().count() == 1) {
                found.add(Fault.ONE_CHARACTER);
            } else if (plain(one.question()).contains(answer)) {
                found.add(Fault.IN_QUESTION);
            } else if (others.stream().anyMatch(word -> holds(answer, word))) {
                found.add(Fault.KNOWN);
            }
            if (!seen.add(answer) && found.isEmpty()) {
                found.add(Fault.SAME);
            }
            if (!found.isEmpty()) {
                faults.put(i, found.getFirst());
            }
        }
        return faults;
    }
}
