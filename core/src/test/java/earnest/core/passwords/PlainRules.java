package earnest.core.passwords;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/** The rules once more, written in the plainest way, for tests to compare with. */
final class PlainRules {
    private static final Map<Character, String> WRITTEN_AS =
            Map.of(
                    'o', "0", 'i', "1!", 'l', "1!", 'e', "3", 'a', "4@", 's', "5$", 't', "7", 'b',
                    "8");
    private static final Set<String> COMMON = common();

    private PlainRules() {}

    private static Set<String> common() {
        try (InputStream in = PlainRules.class.getResourceAsStream("passwords.txt")) {
            return new HashSet<>(
                    new String(in.readAllBytes(), StandardCharsets.US_ASCII).lines().toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static boolean admits(Policy policy, String text) {
        int[] ofClass = new int[4];
        for (int c : text.codePoints().toArray()) {
            int type =
                    Character.isLowerCase(c)
                            ? 0
                            : Character.isUpperCase(c) ? 1 : Character.isDigit(c) ? 2 : 3;
            ofClass[type]++;
            if (policy.allowed() != null && !policy.allowed().contains(c)) {
                return false;
            }
        }
        int classes = 0;
        for (int i = 0; i < 4; i++) {
            classes += ofClass[i] > 0 ? 1 : 0;
            if (ofClass[i] < policy.atLeast().getOrDefault(CharacterClass.values()[i], 0)) {
                return false;
            }
        }
        String run = "(.)\\1{" + Math.max(1, policy.maxRun()) + "}";
        return classes >= policy.classesAtLeast()
                && text.length() >= policy.minLength()
                && text.length() <= policy.maxLength()
                && (policy.maxRun() == 0 || !Pattern.compile(run).matcher(text).find())
                && policy.forbiddenWords().stream().noneMatch(word -> occurs(word, text))
                && !(policy.blocklist() && COMMON.contains(text.toLowerCase(Locale.ROOT)));
    }

    private static boolean occurs(String word, String text) {
        StringBuilder pattern = new StringBuilder();
        for (char c : word.toLowerCase(Locale.ROOT).toCharArray()) {
            String also = WRITTEN_AS.getOrDefault(c, "");
            pattern.append('[').append(Pattern.quote(c + also)).append(']');
        }
        return Pattern.compile(pattern.toString()).matcher(text.toLowerCase(Locale.ROOT)).find();
    }

    /** Groups of four of the style's characters, the letters of a group all small or capital. */
    static boolean readAloud(String text) {
        return text.matches(
                "(([afhkmruwxy234679]{4}|[AFHKMRUWXY234679]{4})*)"
                        + "([afhkmruwxy234679]{0,3}|[AFHKMRUWXY234679]{0,3})");
    }
}
