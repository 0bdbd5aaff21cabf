package earnest.checks;

import earnest.checks.methods.Known;
import earnest.checks.methods.ProofMethod;
import earnest.checks.signals.Signal;
import earnest.core.assurance.Explanation;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Shortfall;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * Puts into words what each check gives to the standing; what a method says of its own is the
 * method's.
 */
final class ExplanationWords {
    private final ProofMethods methods;
    private final Rulebooks.InForce book;
    private final Rulebook rules;
    private final Gathered.OfTicket known;
    private final Map<String, Signal.Seen> signals;
    private final Instant now;

    ExplanationWords(
            ProofMethods methods,
            Rulebooks.InForce book,
            Gathered.OfTicket known,
            Map<String, Signal.Seen> signals,
            Instant now) {
        this.methods = methods;
        this.book = book;
        this.rules = book.rules();
        this.known = known;
        this.signals = signals;
        this.now = now;
    }

    Standing.Explanation of(Explanation of, @Nullable ProofCheck check) {
        if (check == null) {
            return signal(of);
        }
        // A line that is worth nothing loses nothing.
        String reason =
                rules.checks().get(check.method).points() == 0 || check.stopLiftedAt != null
                        ? null
                        : reason(of.reason());
        return of(check, of.points(), of.points() != 0, reason);
    }

    /** A check that the rulebook in force says nothing of. */
    Standing.Explanation unknown(ProofCheck check) {
        return of(check, 0, false, "the rulebook in force does not know it");
    }

    private Standing.Explanation of(
            ProofCheck check, int points, boolean counts, @Nullable String reason) {
        ProofMethod.Explained words =
                methods.of(check)
                        .map(method -> words(method, check))
                        .orElse(new ProofMethod.Explained(check.method, null));
        return new Standing.Explanation(
                words.label(), note(check, words.note()), points, counts, reason, elsewhere(check));
    }

    private ProofMethod.Explained words(ProofMethod method, ProofCheck check) {
        Known ofMethod = known.known(method, book, Standing.Side.DESK, now);
        return method.explain(check, ofMethod, rules.caps().knows());
    }

    private Standing.Explanation signal(Explanation signal) {
        String kind = signal.id().substring("signal:".length());
        Signal.Seen seen = signals.getOrDefault(kind, new Signal.Seen(kind));
        return new Standing.Explanation(
                seen.words(), seen.note(), signal.points(), true, null, seen.ticket());
    }

    private @Nullable String note(ProofCheck check, @Nullable String ofMethod) {
        String outcome = outcome(check, ofMethod);
        if (!check.personId.equals(known.person())) {
            return "as somebody else, before" + (outcome == null ? "" : ": " + outcome);
        }
        return check.ticketId.equals(known.ticket().id())
                ? outcome
                : outcome + ", said on another ticket";
    }

    /** Where it was said, if that is another ticket. */
    private @Nullable UUID elsewhere(ProofCheck check) {
        return check.ticketId.equals(known.ticket().id()) ? null : check.ticketId;
    }

    private static @Nullable String outcome(ProofCheck check, @Nullable String ofMethod) {
        return switch (check.state) {
            case DENIED ->
                    check.stopLiftedAt == null
                            ? "the person does not ask for this"
                            : "the person did not ask for this; two lifted the stop";
            case UNANSWERED -> ofMethod == null ? "no answer" : ofMethod;
            case OPEN -> null;
            case PASSED, FAILED -> ofMethod;
        };
    }

    private @Nullable String reason(@Nullable String reason) {
        if (reason == null) {
            return null;
        }
        return switch (reason) {
            case "other-conversation" -> "from another conversation, counts nothing now";
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
                                                        .map(ExplanationWords::words)
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
