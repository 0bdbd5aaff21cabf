package earnest.core.understanding;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Secrets that show by their form: in addresses, in JSON, as keys. */
final class SecretPatterns {
    private static final String NAMES =
            "(?:[\\w.-]*(?:pass(?:word|wd|phrase|code|wort)?|pwd|kennwort|secret|token|api[_-]?key|otp)|pw|pin|puk)";

    /** Each masks its groups, or the whole where it has none. */
    private static final List<Pattern> ALL =
            List.of(
                    Pattern.compile("(?i)\\b[a-z][a-z0-9+.-]*://[^\\s/:@]*:([^\\s/@]+)@"),
                    Pattern.compile("(?i)otpauth://\\S+"),
                    Pattern.compile("(?i)[?&;#]" + NAMES + "=([^\\s&;#\"'<>]+)"),
                    Pattern.compile(
                            "(?i)\\b"
                                    + NAMES
                                    + "=(?:\"([^\"\\n]*)\"|'([^'\\n]*)'|([^\\s&;,\"'<>]+))"),
                    Pattern.compile(
                            "(?i)[\"']"
                                    + NAMES
                                    + "[\"']\\s*:\\s*(?:\"((?:[^\"\\\\\\n"
                                    + "]|\\\\.)*)\"|'([^'\\n"
                                    + "]*)'|([^\\s,}\\]]+))"),
                    Pattern.compile(
                            "(?i)\\b(?:password|passwd|passwort|pwd|pw|pass|passphrase|passcode|pin|puk|otp|code)[:=](?=[^\\s/])(\\S+)"),
                    Pattern.compile("(?i)<" + NAMES + ">([^<]*)</"),
                    Pattern.compile(
                            "-----BEGIN [A-Z ]*PRIVATE KEY-----[\\s\\S]*?(?:-----END [A-Z"
                                    + " ]*-----|\\z)"),
                    // Set-up keys (RFC 4648 section 6), in groups of four or in one.
                    Pattern.compile("\\b(?:[A-Z2-7]{4}[ -]){3,}[A-Z2-7]{2,8}\\b"),
                    Pattern.compile("\\b(?:[a-z2-7]{4}[ -]){3,}(?=[a-z2-7]*[2-7])[a-z2-7]{2,8}\\b"),
                    Pattern.compile(
                            "(?i)\\bkey\\b[^\\n"
                                    + ":]{0,30}[:=]?\\s*((?:[a-z2-7]{4}[ -]){3,}[a-z2-7]{2,8})\\b"),
                    Pattern.compile("\\b(?=[A-Z2-7]*[2-7])(?=[A-Z2-7]*[A-Z])[A-Z2-7]{16,}\\b"),
                    Pattern.compile("\\b\\d{6}(?:-\\d{6}){3,}\\b"),
                    // A name and a password for a sign-in, with a stroke between or for a program.
                    Pattern.compile(
                            "(?i)\\b(?:log ?in|log-in|sign"
                                    + " ?in|user(?:name)?|account|creds|credentials)\\b[^\\n"
                                    + ".!?]{0,20}?[\\w.@-]+ ?/ ?(?=\\S*[\\d!#$%*+])(\\S+)"),
                    Pattern.compile("\\s(?:-u|--user)[ =]?[^\\s:]+:(\\S+)"),
                    Pattern.compile("\\s-u[ =]?\\S+\\s+-p ?([^\\s-]\\S*)"),
                    // Recovery codes: groups of letters and digits.
                    Pattern.compile(
                            "(?i)\\b(?=[a-z-]*\\d)(?=[\\d-]*[a-z])[a-z0-9]{4,6}(?:-(?=[a-z0-9]*[a-z0-9])[a-z0-9]{4,6}){2,}\\b(?!-)"),
                    Pattern.compile(
                            "\\bgh[pousr]_[A-Za-z0-9]{20,}\\b|\\beyJ[\\w-]+\\.[\\w-]+\\.[\\w-]*"));

    private SecretPatterns() {}

    static void find(String message, BiConsumer<Integer, Integer> place) {
        for (Pattern pattern : ALL) {
            Matcher found = pattern.matcher(message);
            while (found.find()) {
                if (found.groupCount() == 0) {
                    place.accept(found.start(), found.end());
                }
                for (int group = 1; group <= found.groupCount(); group++) {
                    if (found.start(group) < found.end(group)) {
                        place.accept(found.start(group), found.end(group));
                    }
                }
            }
        }
    }
}
