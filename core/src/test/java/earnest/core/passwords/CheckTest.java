package earnest.core.passwords;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.json.Json;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Set;

class CheckTest {
    private static final String EXAMPLE =
            """
            {"minLength":4,"maxLength":64,"allowed":"abAB01#",
             "atLeast":{"lower":1,"upper":0,"digit":1,"symbol":0},"classesAtLeast":2,"maxRun":1,
             "forbiddenWords":["ab"],"blocklist":true,"minBits":45}\
            """;

    private static Policy policy(String json) {
        return PolicyFile.read(Fields.of("", Json.read(json)));
    }

    private static List<String> broken(Policy policy, Set<String> person, String candidate) {
        return Check.of(policy, person, Secret.of(candidate)).stream()
                .filter(rule -> !rule.kept())
                .map(Check.Rule::rule)
                .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a0B# | ",
                "a0B | minLength",
                "a0b#z | allowed",
                "AAB# | atLeast.lower atLeast.digit maxRun forbiddenWords",
                "b0bb | maxRun",
                "#@01 | allowed atLeast.lower",
                "ba0b | ",
                "1aB10 | forbiddenWords",
            })
    void everyBrokenRuleIsNamed(String candidate, String rules) {
        assertEquals(
                rules == null ? List.of() : List.of(rules.split(" ")),
                broken(policy(EXAMPLE), Set.of(), candidate));
    }

    @Test
    void keptRulesAreNamedToo() {
        List<Check.Rule> rules = Check.of(policy(EXAMPLE), Set.of(), Secret.of("a0B#"));
        assertEquals(
                List.of(
                        "minLength",
                        "maxLength",
                        "allowed",
                        "atLeast.lower",
                        "atLeast.digit",
                        "classesAtLeast",
                        "maxRun",
                        "forbiddenWords",
                        "blocklist"),
                rules.stream().map(Check.Rule::rule).toList());
        assertTrue(Check.ok(rules));
    }

    @Test
    void lengthIsOfTheComposedForm() {
        Policy policy = policy("{\"minLength\":4}");
        assertEquals(List.of("minLength"), broken(policy, Set.of(), "ae\u0301i"));
        assertEquals(List.of(), broken(policy, Set.of(), "a\ud83d\udea2 é"));
    }

    @Test
    void whatIsThePersonsOwnIsRefusedWithItsSwaps() {
        Set<String> ines = Set.of("Ines Okafor", "iokafor", "11066");
        assertEquals(List.of("forbiddenWords"), broken(Policy.DEFAULT, ines, "my 0k4f0r boat"));
        assertEquals(List.of("forbiddenWords"), broken(Policy.DEFAULT, ines, "longer11066longer"));
        assertEquals(List.of(), broken(Policy.DEFAULT, ines, "a boat with blue sails"));
    }

    @Test
    void commonOnesAreRefusedWholeAndInAnyCase() {
        assertEquals(List.of("blocklist"), broken(Policy.DEFAULT, Set.of(), "PassWord"));
        assertEquals(List.of(), broken(Policy.DEFAULT, Set.of(), "password of mine"));
        assertEquals(List.of(), broken(policy("{\"blocklist\":false}"), Set.of(), "password"));
    }

    @Test
    void everyOneOfTheListIsKnown() throws IOException {
        try (InputStream in = CommonPasswords.class.getResourceAsStream("passwords.txt")) {
            List<String> listed =
                    new String(in.readAllBytes(), StandardCharsets.US_ASCII).lines().toList();
            assertTrue(listed.size() >= 10_000);
            assertTrue(listed.stream().allMatch(CommonPasswords.all()::holds));
        }
    }

    /** No more of what was typed than its length, least of all which common one it was. */
    @Test
    void theWordsHoldNothingOfWhatWasTyped() {
        String typed = "Sunshine";
        for (Check.Rule rule : Check.of(Policy.DEFAULT, Set.of("Anna"), Secret.of(typed))) {
            assertFalse(rule.words().toLowerCase(Locale.ROOT).contains("sunshine"));
        }
    }

    @ParameterizedTest
    @MethodSource("earnest.core.passwords.GeneratorTest#policies")
    void checkAgreesWithThePlainRules(Policy policy) {
        for (String candidate :
                List.of("ab", "aB1", "b1#A", "tT7$", "il1!", "aa00", "1", "bbbb", "love", "BaBa")) {
            assertEquals(
                    PlainRules.admits(policy, candidate),
                    broken(policy, Set.of(), candidate).isEmpty(),
                    policy + " " + candidate);
        }
    }

    @Test
    void defaultsAreAsSpecified() {
        assertEquals(Policy.DEFAULT, policy("{}"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"minlength\":4}",
                "{\"minLength\":0}",
                "{\"minLength\":\"4\"}",
                "{\"minLength\":9,\"maxLength\":8}",
                "{\"maxRun\":0}",
                "{\"classesAtLeast\":5}",
                "{\"atLeast\":{\"vowel\":1}}",
                "{\"atLeast\":{\"lower\":-1}}",
                "{\"allowed\":\"\"}",
                "{\"allowed\":\"e\u0301\"}",
                "{\"forbiddenWords\":[\"\"]}",
                "{\"forbiddenWords\":[1]}",
                "{\"minBits\":-1}",
                "{\"blocklist\":1}"
            })
    void aBadFileIsRefusedByItsField(String json) {
        BadField bad = assertThrows(BadField.class, () -> policy(json));
        String field = json.replaceAll("^\\{\"(\\w+)\".*", "$1");
        if (field.equals("minLength") && json.contains("maxLength")) {
            field = "maxLength";
        }
        assertTrue(String.valueOf(bad.getMessage()).startsWith(field), bad.getMessage());
    }
}
