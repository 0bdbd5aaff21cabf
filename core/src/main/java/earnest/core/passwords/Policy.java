package earnest.core.passwords;

import org.jspecify.annotations.Nullable;

import java.text.Normalizer;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * What a system accepts. Immutable.
 *
 * @param minLength least length in code points of the NFC form
 * @param maxLength greatest length in code points of the NFC form
 * @param allowed the code points that may occur; null: any is taken, and printable ASCII without
 *     space is drawn
 * @param atLeast least number of characters of each class
 * @param classesAtLeast how many of the four classes must occur
 * @param maxRun longest run of one character, or 0 for no bound
 * @param forbiddenWords words that must not occur, in any case and with the usual swaps
 * @param blocklist whether passwords that many people use are refused
 * @param minBits least entropy of a drawn password, in bits
 */
public record Policy(
        int minLength,
        int maxLength,
        @Nullable Set<Integer> allowed,
        Map<CharacterClass, Integer> atLeast,
        int classesAtLeast,
        int maxRun,
        Set<String> forbiddenWords,
        boolean blocklist,
        int minBits) {

    /** No system in use takes longer ones, and counting has to end. */
    public static final int LONGEST = 1024;

    /** As NIST SP 800-63B-4 has it, where the password is not the only factor. */
    public static final Policy DEFAULT =
            new Policy(8, 64, null, Map.of(), 0, 0, Set.of(), true, 45);

    /**
     * @throws IllegalArgumentException naming the field, if one is out of bounds or two contradict
     */
    public Policy {
        allowed = allowed == null ? null : Set.copyOf(allowed);
        atLeast = Map.copyOf(atLeast);
        forbiddenWords = Set.copyOf(forbiddenWords);
        must(minLength >= 1, "minLength: must be at least 1");
        must(maxLength >= minLength, "maxLength: must be at least minLength");
        must(maxLength <= LONGEST, "maxLength: must be at most " + LONGEST);
        must(
                classesAtLeast >= 0 && classesAtLeast <= CharacterClass.values().length,
                "classesAtLeast: must be between 0 and 4");
        must(maxRun >= 0, "maxRun: must not be negative");
        must(minBits >= 0, "minBits: must not be negative");
        atLeast.forEach((type, number) -> must(number >= 0, "atLeast: must not be negative"));
        forbiddenWords.forEach(
                word -> must(!word.isEmpty(), "forbiddenWords: must not hold an empty word"));
        if (allowed != null) {
            must(!allowed.isEmpty(), "allowed: must not be empty");
            allowed.forEach(Policy::mustStandAlone);
        }
    }

    /** Characters that join with their neighbours would make the length depend on the order. */
    private static void mustStandAlone(int codePoint) {
        String alone = Character.toString(codePoint);
        boolean joins =
                switch (Character.getType(codePoint)) {
                    case Character.NON_SPACING_MARK,
                            Character.COMBINING_SPACING_MARK,
                            Character.ENCLOSING_MARK,
                            Character.CONTROL,
                            Character.SURROGATE,
                            Character.UNASSIGNED ->
                            true;
                    default ->
                            Character.UnicodeBlock.of(codePoint)
                                    == Character.UnicodeBlock.HANGUL_JAMO;
                };
        must(
                !joins && Normalizer.isNormalized(alone, Normalizer.Form.NFC),
                "allowed: must hold only characters that stand alone, in NFC");
    }

    private static void must(boolean holds, String otherwise) {
        if (!holds) {
            throw new IllegalArgumentException(otherwise);
        }
    }

    /** The same policy with further words that must not occur. */
    public Policy forbidding(Set<String> words) {
        Set<String> all = new HashSet<>(forbiddenWords);
        all.addAll(words);
        return new Policy(
                minLength,
                maxLength,
                allowed,
                atLeast,
                classesAtLeast,
                maxRun,
                all,
                blocklist,
                minBits);
    }

    int least(CharacterClass type) {
        return atLeast.getOrDefault(type, 0);
    }

    boolean allows(int codePoint) {
        return allowed == null || allowed.contains(codePoint);
    }

    /** Whether that many characters of each class, in the order of the classes, are enough. */
    boolean enough(int[] ofClass) {
        int classes = 0;
        for (CharacterClass type : CharacterClass.values()) {
            int have = ofClass[type.ordinal()];
            if (have < least(type)) {
                return false;
            }
            classes += Math.min(1, have);
        }
        return classes >= classesAtLeast;
    }
}
