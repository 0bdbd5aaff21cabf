package earnest.checks;

import earnest.core.assurance.Factor;
import earnest.core.assurance.Line;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Shortfall;
import earnest.people.FactKind;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Puts the lines of an account into words. */
final class AccountWords {
    private static final DateTimeFormatter MONTH =
            DateTimeFormatter.ofPattern("MMM uuuu", Locale.ENGLISH).withZone(ZoneOffset.UTC);
    private final Rulebook rules;
    private final Gathered.Known known;

    AccountWords(Rulebook rules, Gathered.Known known) {
        this.rules = rules;
        this.known = known;
    }

    Standing.Line line(Line line, @Nullable ProofCheck check) {
        if (check == null) {
            return signal(line);
        }
        // A line that is worth nothing loses nothing.
        String reason =
                rules.checks().get(check.method).points() == 0 || check.stopLiftedAt != null
                        ? null
                        : reason(line.reason());
        return new Standing.Line(
                label(check), note(check), line.points(), line.points() != 0, reason);
    }

    /** A check that the rulebook in force says nothing of. */
    Standing.Line unknown(ProofCheck check) {
        return new Standing.Line(
                label(check), note(check), 0, false, "the rulebook in force does not know it");
    }

    private Standing.Line signal(Line line) {
        String kind = line.id().substring("signal:".length());
        String words =
                switch (kind) {
                    case "contact-changed" ->
                            "A contact changed in the last " + rules.recentPathDays() + " days";
                    case "failed-elsewhere" -> "Failed a check on another ticket today";
                    case "asked-elsewhere" -> "Named on another ticket today";
                    case "number-differs" -> "Number shown is not on record";
                    case "unusual-hour" -> "An unusual hour";
                    default -> kind;
                };
        String note =
                kind.equals("contact-changed")
                        ? "checks on it count " + rules.caps().recentPath() + " at most"
                        : null;
        return new Standing.Line(words, note, line.points(), true, null);
    }

    private String label(ProofCheck check) {
        return switch (check.method()) {
            case NUMBER_SHOWN -> "Number shown";
            case CODE_BY_TEXT -> outcome(check, "Code read back", "Code to", contactWords(check));
            case AUTHENTICATOR -> outcome(check, "Authenticator code", "Authenticator code", null);
            case CALL_BACK -> outcome(check, "Called back", "Call back", contactWords(check));
            case STAFF_FACT -> {
                String fact = check.fact;
                String words = fact == null ? "a fact" : FactKind.of(fact).words();
                yield (check.state == CheckState.PASSED ? "Gave " : "Asked for ") + words;
            }
        };
    }

    private static String outcome(
            ProofCheck check, String passed, String otherwise, @Nullable String where) {
        String begin = check.state == CheckState.PASSED ? passed : otherwise;
        return where == null ? begin : begin + (begin.endsWith("to") ? " " : ", ") + where;
    }

    private String contactWords(ProofCheck check) {
        return known.contacts().stream()
                .filter(c -> c.id().equals(check.contactId))
                .findFirst()
                .map(c -> c.kind().words())
                .orElse("a contact not on record any more");
    }

    private @Nullable String note(ProofCheck check) {
        String outcome = outcome(check);
        if (!check.personId.equals(known.person())) {
            return "as somebody else, before" + (outcome == null ? "" : ": " + outcome);
        }
        return check.ticketId.equals(known.ticket().id())
                ? outcome
                : outcome + ", said on another ticket";
    }

    private @Nullable String outcome(ProofCheck check) {
        return switch (check.state) {
            case FAILED -> check.method() == Methods.CALL_BACK ? "it was somebody else" : "wrong";
            case DENIED ->
                    check.stopLiftedAt == null
                            ? "the person does not ask for this"
                            : "the person did not ask for this; two lifted the stop";
            case UNANSWERED -> "no answer";
            case OPEN -> null;
            case PASSED ->
                    switch (check.method()) {
                        case NUMBER_SHOWN -> "easily faked";
                        case STAFF_FACT ->
                                "from memory, %d at most".formatted(rules.caps().knows());
                        case AUTHENTICATOR -> "their own device";
                        case CODE_BY_TEXT, CALL_BACK -> since(check.pathSince);
                    };
        };
    }

    private static String since(@Nullable Instant since) {
        return since == null ? "on record" : "on record since " + MONTH.format(since);
    }

    private @Nullable String reason(@Nullable String reason) {
        if (reason == null) {
            return null;
        }
        return switch (reason) {
            case "other-conversation" -> "from another call, counts nothing now";
            case "expired" -> "older than %d minutes".formatted(rules.validMinutes());
            case "recent-path" -> "too new, counts %d at most".formatted(rules.caps().recentPath());
            case "same-path" -> "rests on the same thing as another line";
            case "relayed-cap" ->
                    "codes read out count %d together".formatted(rules.caps().relayed());
            case "knows-cap" -> "from memory, %d at most together".formatted(rules.caps().knows());
            case "unanswered" -> "no answer, counts nothing";
            case "denied" -> "stops everything of theirs";
            default -> reason;
        };
    }

    static List<String> also(Shortfall shortfall) {
        List<String> also = new ArrayList<>();
        shortfall.factors().forEach(factor -> also.add("proof of another kind: " + words(factor)));
        shortfall
                .oneOf()
                .forEach(
                        list ->
                                also.add(
                                        "proof of another kind: "
                                                + list.stream()
                                                        .map(AccountWords::words)
                                                        .collect(Collectors.joining(", or "))));
        if (shortfall.paths() > 0) {
            also.add(
                    shortfall.paths() == 1
                            ? "one more separate thing to rest on"
                            : shortfall.paths() + " more separate things to rest on");
        }
        return also;
    }

    private static String words(Factor factor) {
        return switch (factor) {
            case HAS -> "something they have";
            case IS -> "something they are";
            case KNOWS -> "something they know";
            case REACH -> "something they are reached at";
            case VOUCHED -> "somebody who vouches";
            case SHOWN -> "something shown in person";
        };
    }
}
