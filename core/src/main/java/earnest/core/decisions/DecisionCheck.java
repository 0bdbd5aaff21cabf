package earnest.core.decisions;

import earnest.core.assurance.Assessment;
import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.RulebookFile;
import earnest.core.assurance.Verdict;
import earnest.core.assurance.Wanted;
import earnest.core.json.Fields;
import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * Goes through the entries of an export in their order and judges each decision again: with the
 * input that its entry holds, under the rulebook that an entry before it put in force, and with the
 * checks that entries before it say have ended. Personal values are not needed. Not thread-safe;
 * one for each export.
 */
public final class DecisionCheck {
    /** Between a judgement and its entry, in one transaction. */
    private static final Duration LATER = Duration.ofMinutes(5);

    private static final Set<String> ENDS =
            Set.of("check-passed", "check-failed", "check-denied", "check-unanswered");

    /** What is done only where the judgement says so. */
    private static final Set<String> DEEDS =
            Set.of(
                    "change-intended",
                    "change-asked",
                    "handover-shown",
                    "factor-added",
                    "factor-removed");

    /** What comes of a change that a system was asked for. */
    private static final Set<String> EFFECTS =
            Set.of("change-took-effect", "change-on-server", "change-unknown", "change-refused");

    /** After these, what was proved in a conversation counts no more, unless it was carried on. */
    private static final Set<String> LINE_ENDS = Set.of("call-ended", "line-dropped");

    private final Known known = new Known();
    private final Lines lines = new Lines();
    private final Map<Long, Rulebook> rulebooks = new HashMap<>();
    private final Set<String> asked = new HashSet<>();
    private long inForce = -1;
    private boolean whole = true;
    private boolean begun;

    /**
     * What came of one decision.
     *
     * @param words what it was and why it was allowed, or what is wrong with it
     */
    public record Judged(long entry, boolean allowed, String words) {}

    /** An entry's leaf. */
    private record Entry(long number, Map<String, Object> leaf) {
        @Nullable String text(String field) {
            return leaf.get(field) instanceof String text ? text : null;
        }

        String kind() {
            return Objects.requireNonNullElse(text("kind"), "");
        }

        Instant at() {
            return Instant.parse(Objects.requireNonNull(text("at")));
        }

        Map<String, Object> object(String field) {
            Map<String, Object> object = Json.object(leaf.get(field));
            return object == null ? Map.of() : object;
        }

        @Nullable String data(String field) {
            return object("data").get(field) instanceof String text ? text : null;
        }
    }

    /**
     * Takes the next entry.
     *
     * @param leaf its canonical JSON
     * @return what came of it, if it is a decision
     * @throws IllegalArgumentException if it is not JSON
     */
    public Optional<Judged> entry(long number, String leaf) {
        if (!begun) {
            begun = true;
            whole = number == 0;
        }
        Map<String, Object> fields = Json.object(Json.read(leaf));
        if (fields == null) {
            throw new IllegalArgumentException("a leaf must be an object");
        }
        Entry entry = new Entry(number, fields);
        try {
            return Optional.ofNullable(taken(entry)).map(words -> new Judged(number, true, words));
        } catch (Wrong wrong) {
            return Optional.of(new Judged(number, false, String.valueOf(wrong.getMessage())));
        } catch (IllegalArgumentException
                | NullPointerException
                | java.time.DateTimeException bad) {
            // A field that is missing or of another form: nothing can be judged by it.
            return Optional.of(
                    new Judged(
                            number,
                            false,
                            "%s is not in form: %s".formatted(entry.kind(), bad.getMessage())));
        }
    }

    /** In words what was allowed; null if it is no decision. */
    private @Nullable String taken(Entry entry) {
        String kind = entry.kind();
        if (kind.equals("rulebook-in-force")) {
            rulebook(entry);
        } else if (ENDS.contains(kind)) {
            known.ended(ended(entry));
        } else if (LINE_ENDS.contains(kind)) {
            lines.ended(entry.text("ticket"), entry.text("conversation"));
        } else if (kind.equals("proof-carried")) {
            lines.carried(entry.text("ticket"), carried(entry), entry.data("by"));
        } else if (kind.equals("second-agreed")) {
            known.agreed(agreed(entry));
        } else if (kind.equals("stop-lifted")) {
            known.lifted(entry.text("person"));
        } else if (kind.equals("ticket-closed") && entry.text("ticket") != null) {
            known.closed(Objects.requireNonNull(entry.text("ticket")));
        } else if (EFFECTS.contains(kind)) {
            effect(entry);
        } else if (DEEDS.contains(kind) || entry.leaf.containsKey("why")) {
            return decision(entry);
        }
        return null;
    }

    private void rulebook(Entry entry) {
        Fields data = Fields.of("data", entry.leaf.get("data"));
        long version = data.number("version");
        if (version <= inForce) {
            throw new Wrong(
                    "puts rulebook version %d in force, after version %d"
                            .formatted(version, inForce));
        }
        rulebooks.put(version, RulebookFile.read(data.object("text")));
        inForce = version;
    }

    private static CheckEnded ended(Entry entry) {
        return new CheckEnded(
                Objects.requireNonNull(entry.data("check")),
                Objects.requireNonNull(entry.data("method")),
                entry.kind().substring("check-".length()),
                entry.text("ticket"),
                entry.text("person"),
                entry.text("conversation"),
                entry.object("data").get("relayed") instanceof Boolean relayed ? relayed : null,
                entry.at());
    }

    private static List<String> carried(Entry entry) {
        return entry.object("data").get("lines") instanceof List<?> lines
                ? lines.stream().map(String::valueOf).toList()
                : List.of();
    }

    private static SecondAgreed agreed(Entry entry) {
        return new SecondAgreed(
                Objects.requireNonNull(entry.text("ticket")),
                Objects.requireNonNull(entry.data("action")),
                Objects.requireNonNull(entry.data("of")),
                Objects.requireNonNull(entry.data("for")),
                String.valueOf(entry.object("actor").get("id")),
                entry.at());
    }

    /** What a system did must have been asked of it by an entry that was judged. */
    private void effect(Entry entry) {
        String change = entry.data("change");
        if (whole && change != null && !asked.contains(change)) {
            throw new Wrong(
                    "%s: nobody decided on this change, or asked for it".formatted(entry.kind()));
        }
    }

    private String decision(Entry entry) {
        String change = entry.data("change");
        boolean asks = entry.kind().equals("change-asked");
        if (!entry.leaf.containsKey("why")) {
            // What ran out unused is taken out of force by Earnest itself: it opens nothing.
            if (entry.kind().startsWith("change-") && "expiry".equals(entry.data("action"))) {
                remember(asks, change);
                return "%s: ran out unused, which needs no proof".formatted(entry.kind());
            }
            throw new Wrong(entry.kind() + ": it does not say what allowed it");
        }
        Fields why = Fields.of("why", entry.leaf.get("why"));
        Fields judged = why.object("judged");
        long version = judged.number("rulebook");
        if (!rulebooks.containsKey(version)) {
            if (!whole) {
                remember(asks, change);
                return "%s: not judged, since its rulebook stands before these entries"
                        .formatted(entry.kind());
            }
            throw new Wrong(
                    "it rests on rulebook version %d, which was never put in force"
                            .formatted(version));
        }
        if (version != inForce) {
            throw new Wrong(
                    "it rests on rulebook version %d, and version %d was in force"
                            .formatted(version, inForce));
        }
        AssessmentInput input = JudgedFile.read(judged, rulebooks::get);
        sameDeed(entry, input);
        CitedChecks.mustBe(
                input,
                Objects.requireNonNull(entry.text("ticket"), "a decision is on a ticket"),
                Objects.requireNonNull(entry.text("person"), "a decision is about somebody"),
                entry.at(),
                known,
                lines,
                whole);
        String words = again(entry, why, input);
        remember(asks, change);
        return words;
    }

    private void remember(boolean asks, @Nullable String change) {
        if (asks && change != null) {
            asked.add(change);
        }
    }

    /** Judges again; what comes of it must be what the entry says, and must allow it. */
    private static String again(Entry entry, Fields why, AssessmentInput input) {
        Assessment assessment = Assurance.assess(input);
        Verdict verdict = assessment.verdicts().getFirst();
        Verdict.Bar bar = verdict.bar();
        int asks = bar == null ? 0 : bar.points();
        if (assessment.standing() != why.number("standing") || asks != why.number("asked")) {
            throw new Wrong(
                    "it says %d of %d, and what was judged gives %d of %d"
                            .formatted(
                                    why.number("standing"),
                                    why.number("asked"),
                                    assessment.standing(),
                                    asks));
        }
        Wanted wanted = verdict.wanted();
        String deed = "%s: %s in %s".formatted(entry.kind(), wanted.action(), wanted.system());
        if (entry.kind().equals("change-not-allowed")) {
            if (verdict instanceof Verdict.Open) {
                throw new Wrong("%s was refused, and the rules allowed it".formatted(deed));
            }
            return "%s was refused: %d of %d".formatted(deed, assessment.standing(), asks);
        }
        if (!DEEDS.contains(entry.kind())) {
            return "%s, judged at %d of %d".formatted(deed, assessment.standing(), asks);
        }
        if (!(verdict instanceof Verdict.Open)) {
            throw new Wrong(
                    "%s was not allowed: %d of %d%s"
                            .formatted(
                                    deed,
                                    assessment.standing(),
                                    asks,
                                    assessment.stopped() ? ", and a 'no' stands" : ""));
        }
        return "%s was allowed: %d of %d".formatted(deed, assessment.standing(), asks);
    }

    /** What was judged is what was done, by whom, at that time. */
    private static void sameDeed(Entry entry, AssessmentInput input) {
        if (input.wanted().size() != 1) {
            throw new Wrong("it was judged for %d deeds".formatted(input.wanted().size()));
        }
        Wanted wanted = input.wanted().getFirst();
        String system = entry.text("system");
        if (system != null && !system.equals(wanted.system())) {
            throw new Wrong(
                    "it was judged for %s and done in %s".formatted(wanted.system(), system));
        }
        String action = entry.data("action");
        if (action != null && !action.equals(wanted.action())) {
            throw new Wrong("it was judged for %s and was %s".formatted(wanted.action(), action));
        }
        Map<String, Object> actor = entry.object("actor");
        if ("analyst".equals(actor.get("type"))
                && wanted.analyst() != null
                && !wanted.analyst().equals(actor.get("id"))) {
            throw new Wrong("it was judged for another analyst than did it");
        }
        if (Duration.between(input.now(), entry.at()).abs().compareTo(LATER) > 0) {
            throw new Wrong(
                    "it was judged as of %s and done at %s".formatted(input.now(), entry.at()));
        }
    }
}
