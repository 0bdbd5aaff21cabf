package earnest.checks;

import earnest.checks.methods.Known;
import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Line;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Shortfall;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Puts the lines of an account into words; what a method says of its own is the method's. */
final class AccountWords {
    private final ProofMethods methods;
    private final Rulebooks.InForce book;
    private final Rulebook rules;
    private final Gathered.OfTicket of;
    private final Map<String, String> signals;
    private final Instant now;

    AccountWords(
            ProofMethods methods,
            Rulebooks.InForce book,
            Gathered.OfTicket of,
            Map<String, String> signals,
            Instant now) {
        this.methods = methods;
        this.book = book;
        this.rules = book.rules();
        this.of = of;
        this.signals = signals;
        this.now = now;
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
        return line(check, line.points(), line.points() != 0, reason);
    }

    /** A check that the rulebook in force says nothing of. */
    Standing.Line unknown(ProofCheck check) {
        return line(check, 0, false, "the rulebook in force does not know it");
    }

    private Standing.Line line(
            ProofCheck check, int points, boolean counts, @Nullable String reason) {
        ProofMethod.Line words =
                methods.of(check)
                        .map(method -> words(method, check))
                        .orElse(new ProofMethod.Line(check.method, null));
        return new Standing.Line(words.label(), note(check, words.note()), points, counts, reason);
    }

    private ProofMethod.Line words(ProofMethod method, ProofCheck check) {
        Known known = of.known(method, book, now);
        return method.line(check, known, rules.caps().knows());
    }

    private Standing.Line signal(Line line) {
        String kind = line.id().substring("signal:".length());
        String note =
                kind.equals("contact-changed")
                        ? "checks on it count " + rules.caps().recentPath() + " at most"
                        : null;
        return new Standing.Line(signals.getOrDefault(kind, kind), note, line.points(), true, null);
    }

    private @Nullable String note(ProofCheck check, @Nullable String ofMethod) {
        String outcome = outcome(check, ofMethod);
        if (!check.personId.equals(of.person())) {
            return "as somebody else, before" + (outcome == null ? "" : ": " + outcome);
        }
        return check.ticketId.equals(of.ticket().id())
                ? outcome
                : outcome + ", said on another ticket";
    }

    private static @Nullable String outcome(ProofCheck check, @Nullable String ofMethod) {
        return switch (check.state) {
            case DENIED ->
                    check.stopLiftedAt == null
                            ? "the person does not ask for this"
                            : "the person did not ask for this; two lifted the stop";
            case UNANSWERED -> "no answer";
            case OPEN -> null;
            case PASSED, FAILED -> ofMethod;
        };
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
