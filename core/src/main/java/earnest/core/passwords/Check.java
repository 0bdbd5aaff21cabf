package earnest.core.passwords;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Looks at a password that somebody types, rule by rule. */
public final class Check {
    /**
     * A rule of the policy.
     *
     * @param rule its name, such as {@code minLength} or {@code atLeast.digit}
     * @param words fit to show while somebody types; they hold nothing of what was typed but its
     *     length
     */
    public record Rule(String rule, boolean kept, String words) {}

    private final Policy policy;
    private final int[] text;
    private final List<Rule> rules = new ArrayList<>();

    private Check(Policy policy, int[] text) {
        this.policy = policy;
        this.text = text;
    }

    /**
     * Every rule that the policy has, kept or broken.
     *
     * @param person the person's names, account names and staff number
     */
    public static List<Rule> of(Policy policy, Set<String> person, Secret candidate) {
        Policy whole = policy.forbidding(PersonWords.of(person));
        return candidate.open(
                characters -> {
                    String text =
                            Normalizer.normalize(
                                    java.nio.CharBuffer.wrap(characters), Normalizer.Form.NFC);
                    Check check = new Check(whole, text.codePoints().toArray());
                    check.lengths();
                    check.characters();
                    check.runs();
                    check.words(!person.isEmpty());
                    check.common(text);
                    return List.copyOf(check.rules);
                });
    }

    /** Whether all are kept. */
    public static boolean ok(List<Rule> rules) {
        return rules.stream().allMatch(Rule::kept);
    }

    private void rule(String name, boolean kept, String words) {
        rules.add(new Rule(name, kept, words));
    }

    private void lengths() {
        rule(
                "minLength",
                text.length >= policy.minLength(),
                "At least %d characters (%d so far)".formatted(policy.minLength(), text.length));
        rule(
                "maxLength",
                text.length <= policy.maxLength(),
                "At most %d characters".formatted(policy.maxLength()));
    }

    private void characters() {
        int[] ofClass = new int[CharacterClass.values().length];
        boolean allowed = true;
        for (int c : text) {
            ofClass[CharacterClass.of(c).ordinal()]++;
            allowed &= policy.allows(c);
        }
        if (policy.allowed() != null) {
            rule("allowed", allowed, "Only characters that the system takes");
        }
        int classes = 0;
        for (CharacterClass type : CharacterClass.values()) {
            int have = ofClass[type.ordinal()];
            classes += Math.min(1, have);
            int least = policy.least(type);
            if (least > 0) {
                rule(
                        "atLeast." + type.name().toLowerCase(Locale.ROOT),
                        have >= least,
                        "At least %d %s".formatted(least, words(type, least)));
            }
        }
        if (policy.classesAtLeast() > 0) {
            rule(
                    "classesAtLeast",
                    classes >= policy.classesAtLeast(),
                    "At least %d of these: small letters, capitals, digits, symbols"
                            .formatted(policy.classesAtLeast()));
        }
    }

    private static String words(CharacterClass type, int number) {
        String one =
                switch (type) {
                    case LOWER -> "small letter";
                    case UPPER -> "capital";
                    case DIGIT -> "digit";
                    case SYMBOL -> "symbol";
                };
        return number == 1 ? one : one + "s";
    }

    private void runs() {
        if (policy.maxRun() == 0) {
            return;
        }
        int longest = 0;
        int run = 0;
        for (int i = 0; i < text.length; i++) {
            run = i > 0 && text[i] == text[i - 1] ? run + 1 : 1;
            longest = Math.max(longest, run);
        }
        rule(
                "maxRun",
                longest <= policy.maxRun(),
                policy.maxRun() == 1
                        ? "No character twice in a row"
                        : "No character more than %d times in a row".formatted(policy.maxRun()));
    }

    private void words(boolean ofPerson) {
        if (policy.forbiddenWords().isEmpty()) {
            return;
        }
        rule(
                "forbiddenWords",
                !new ForbiddenWords(policy.forbiddenWords()).occurIn(text),
                ofPerson
                        ? "No name or number of the person, nor another word that is too easy to"
                                + " guess"
                        : "No word that is too easy to guess");
    }

    private void common(String typed) {
        if (policy.blocklist()) {
            rule(
                    "blocklist",
                    !CommonPasswords.all().holds(typed),
                    "Not a password that many people use");
        }
    }
}
