package earnest.core.assurance;

import earnest.core.json.Fields;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Questions and answers as they are written in files, for {@code earnest assess}. */
public final class CaseFile {
    private CaseFile() {}

    /**
     * Reads a case.
     *
     * @throws earnest.core.json.BadField or {@link BadInput} naming the field that is wrong
     */
    public static AssessmentInput input(Fields c) {
        AssessmentInput input = input(c, RulebookFile.read(c.object("rulebook")));
        c.text("name");
        c.noOthers();
        return input;
    }

    /** All but the rulebook; what else may be there is for the caller to see. */
    static AssessmentInput input(Fields c, Rulebook rulebook) {
        return new AssessmentInput(
                rulebook,
                c.list("evidence", CaseFile::evidence),
                c.list("signals", CaseFile::signal),
                c.list("wanted", CaseFile::wanted),
                c.list("available", CaseFile::available),
                conversations(c),
                Set.copyOf(c.texts("liftedStops")),
                c.instant("now"));
    }

    private static @Nullable Set<String> conversations(Fields c) {
        return c.has("conversations") ? Set.copyOf(c.texts("conversations")) : null;
    }

    private static String signal(String name, Object value) {
        Fields signal = Fields.of(name, value);
        String kind = signal.text("kind");
        signal.noOthers();
        return kind;
    }

    private static Evidence evidence(String name, Object value) {
        Fields line = Fields.of(name, value);
        Evidence evidence =
                new Evidence(
                        line.text("id"),
                        line.text("method"),
                        line.text("path"),
                        line.instantOrNull("pathSince"),
                        line.textOrNull("conversation"),
                        line.truthOrNull("relayed"),
                        Outcome.of(line.text("outcome"), name + ".outcome"),
                        line.instant("at"));
        line.noOthers();
        return evidence;
    }

    private static Available available(String name, Object value) {
        Fields check = Fields.of(name, value);
        Available available =
                new Available(
                        check.text("id"),
                        check.text("method"),
                        check.text("path"),
                        check.instantOrNull("pathSince"),
                        check.truthOrNull("relayed"));
        check.noOthers();
        return available;
    }

    private static Wanted wanted(String name, Object value) {
        Fields w = Fields.of(name, value);
        Wanted wanted =
                new Wanted(
                        w.text("action"),
                        w.text("system"),
                        Set.copyOf(w.texts("groups")),
                        w.textOrNull("channel"),
                        w.textOrNull("analyst"),
                        w.textOrNull("secondPerson"));
        w.noOthers();
        return wanted;
    }

    /** Writes the answer to a case. */
    public static Map<String, Object> result(String name, Assessment assessment) {
        Map<String, Object> result = new LinkedHashMap<>();
        result.put("name", name);
        result.put("standing", assessment.standing());
        result.put("stopped", assessment.stopped());
        result.put("lines", assessment.explanations().stream().map(CaseFile::line).toList());
        result.put("verdicts", assessment.verdicts().stream().map(CaseFile::verdict).toList());
        return result;
    }

    private static Map<String, Object> line(Explanation line) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("id", line.id());
        fields.put("points", line.points());
        if (line.reason() != null) {
            fields.put("reason", line.reason());
        }
        return fields;
    }

    private static Map<String, Object> verdict(Verdict verdict) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("action", verdict.wanted().action());
        fields.put("system", verdict.wanted().system());
        switch (verdict) {
            case Verdict.Open open -> open(fields, "open", open.bar(), open.until());
            case Verdict.NeedsSecondPerson second ->
                    open(fields, "needs-second-person", second.bar(), second.until());
            case Verdict.Stopped _ -> closed(fields, "stopped");
            case Verdict.NoRule _ -> closed(fields, "no-rule");
            case Verdict.Short lacking -> {
                fields.put("verdict", "closed");
                fields.put("short", shortfall(lacking.shortfall()));
                fields.put("ways", List.copyOf(lacking.ways()));
                routes(fields, lacking.bar());
            }
        }
        return fields;
    }

    private static void open(
            Map<String, Object> fields, String verdict, Verdict.Bar bar, @Nullable Instant until) {
        fields.put("verdict", verdict);
        routes(fields, bar);
        if (until != null) {
            fields.put("until", until.toString());
        }
    }

    private static void routes(Map<String, Object> fields, Verdict.Bar bar) {
        List<Route> handover = bar.handover();
        if (handover != null) {
            fields.put("handover", handover.stream().map(Route::word).toList());
        }
        if (bar.linkCode()) {
            fields.put("linkCode", true);
        }
    }

    private static void closed(Map<String, Object> fields, String reason) {
        fields.put("verdict", "closed");
        fields.put("reason", reason);
    }

    private static Map<String, Object> shortfall(Shortfall shortfall) {
        Map<String, Object> fields = new LinkedHashMap<>();
        if (shortfall.points() > 0) {
            fields.put("points", shortfall.points());
        }
        if (!shortfall.factors().isEmpty()) {
            fields.put("factors", words(shortfall.factors()));
        }
        if (!shortfall.oneOf().isEmpty()) {
            fields.put("oneOf", shortfall.oneOf().stream().map(CaseFile::words).toList());
        }
        if (shortfall.paths() > 0) {
            fields.put("paths", shortfall.paths());
        }
        return fields;
    }

    private static List<String> words(List<Factor> factors) {
        return factors.stream().map(Factor::word).toList();
    }
}
