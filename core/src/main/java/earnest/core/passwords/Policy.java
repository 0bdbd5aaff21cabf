package earnest.core.passwords;

import java.util.Map;
import java.util.Set;

/**
 * What a system accepts. Immutable.
 *
 * @param minLength least length in code points
 * @param maxLength greatest length in code points
 * @param atLeast least number of characters of each class
 * @param classesAtLeast how many of the four classes must occur
 * @param forbiddenWords words that must not occur, in any case and with the usual swaps
 * @param minBits least entropy of a drawn password, in bits
 */
public record Policy(
        int minLength,
        int maxLength,
        Map<CharacterClass, Integer> atLeast,
        int classesAtLeast,
        Set<String> forbiddenWords,
        int minBits) {

    /**
     * @throws IllegalArgumentException if the bounds contradict each other
     */
    public Policy {
        atLeast = Map.copyOf(atLeast);
        forbiddenWords = Set.copyOf(forbiddenWords);
        if (minLength < 1 || maxLength < minLength) {
            throw new IllegalArgumentException("maxLength: must be at least minLength, and that 1");
        }
        if (classesAtLeast < 0 || classesAtLeast > CharacterClass.values().length) {
            throw new IllegalArgumentException("classesAtLeast: must be between 0 and 4");
        }
        atLeast.forEach(
                (type, number) -> {
                    if (number < 0) {
                        throw new IllegalArgumentException("atLeast: must not be negative");
                    }
                });
        if (forbiddenWords.stream().anyMatch(String::isEmpty)) {
            throw new IllegalArgumentException("forbiddenWords: must not hold an empty word");
        }
    }

    /** The same policy with further words that must not occur. */
    public Policy forbidding(Set<String> words) {
        Set<String> all = new java.util.HashSet<>(forbiddenWords);
        all.addAll(words);
        return new Policy(minLength, maxLength, atLeast, classesAtLeast, all, minBits);
    }

    int least(CharacterClass type) {
        return atLeast.getOrDefault(type, 0);
    }
}
