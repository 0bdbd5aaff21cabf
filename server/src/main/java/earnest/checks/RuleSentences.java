package earnest.checks;

import earnest.core.assurance.Factor;
import earnest.core.assurance.Route;
import earnest.core.assurance.Rule;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/** Rules in sentences. */
final class RuleSentences {
    private static final String ANY = "*";

    private static final Map<String, String> DEEDS = new LinkedHashMap<>();

    static {
        DEEDS.put("unlock", "unlock an account");
        DEEDS.put("temporary-password", "give a temporary password");
        DEEDS.put("own-password", "let somebody set a password of their own");
        DEEDS.put("offline-unlock", "unlock a machine that is offline");
        DEEDS.put("replace-factor", "replace something that proves somebody");
        DEEDS.put("enrol", "let somebody set up what proves them");
        DEEDS.put(ANY, "do anything");
    }

    private RuleSentences() {}

    /** What rules can be about, after "To", by what rulebooks call it. */
    static Map<String, String> deeds() {
        return Collections.unmodifiableMap(DEEDS);
    }

    /** What an action of a rulebook is, after "to". */
    static String deed(String action) {
        return DEEDS.getOrDefault(action, action.replace('-', ' '));
    }

    static String of(Rule rule) {
        List<String> asks = new ArrayList<>();
        asks.add(rule.points() + " points");
        rule.factors().stream()
                .sorted(Comparator.comparing(Factor::word))
                .forEach(factor -> asks.add(words(factor)));
        rule.oneOf()
                .forEach(list -> asks.add(or(list.stream().map(RuleSentences::words).toList())));
        if (rule.paths() > 0) {
            asks.add(
                    rule.paths() == 1
                            ? "one thing that it rests on"
                            : rule.paths() + " separate things that it rests on");
        }
        if (rule.secondPerson()) {
            asks.add("a second person at the desk");
        }
        return "To "
                + deed(rule.action())
                + where(rule)
                + ": "
                + and(asks)
                + "."
                + handover(rule)
                + (rule.instead() ? " This takes the place of the more general rules." : "");
    }

    private static String where(Rule rule) {
        return (rule.system().equals(ANY) ? "" : " in " + rule.system())
                + (rule.group().equals(ANY)
                        ? ""
                        : " for group " + rule.group().replace('-', ' ').toLowerCase(Locale.ROOT))
                + (rule.channel().equals(ANY) ? "" : " by " + rule.channel());
    }

    private static String handover(Rule rule) {
        String routes =
                rule.handover() == null
                        ? ""
                        : " It is handed over by "
                                + or(rule.handover().stream().map(Route::word).sorted().toList())
                                + " only.";
        return routes + (rule.linkCode() ? " A link is followed by a code over another way." : "");
    }

    /** What a check can rest on. */
    static String words(Factor factor) {
        return switch (factor) {
            case HAS -> "something they have";
            case IS -> "something they are";
            case KNOWS -> "something they know";
            case REACH -> "something they are reached at";
            case VOUCHED -> "somebody who vouches";
            case SHOWN -> "something shown in person";
        };
    }

    private static String or(List<String> words) {
        return words.stream().collect(Collectors.joining(" or "));
    }

    private static String and(List<String> words) {
        return words.size() == 1
                ? words.getFirst()
                : String.join(", ", words.subList(0, words.size() - 1)) + " and " + words.getLast();
    }
}
