package earnest.core.passwords;

import java.util.Map;
import java.util.Set;

/** Policies that several tests use. */
final class Policies {
    private Policies() {}

    static Policy lettersAndDigits(int minLength, String... forbidden) {
        return new Policy(
                minLength,
                64,
                null,
                Map.of(
                        CharacterClass.LOWER, 1,
                        CharacterClass.UPPER, 1,
                        CharacterClass.DIGIT, 1),
                0,
                0,
                Set.of(forbidden),
                true,
                45);
    }
}
