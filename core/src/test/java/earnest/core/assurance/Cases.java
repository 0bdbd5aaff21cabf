package earnest.core.assurance;

import tools.jackson.databind.JsonNode;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Reads the cases of the specification into questions. */
final class Cases {
    private Cases() {}

    static Question question(JsonNode c) {
        List<Evidence> evidence = new ArrayList<>();
        for (JsonNode e : c.get("evidence")) {
            evidence.add(
                    new Evidence(
                            e.get("id").asString(),
                            e.get("method").asString(),
                            e.get("path").asString(),
                            instant(e.get("pathSince")),
                            text(e.get("conversation")),
                            Outcome.of(e.get("outcome").asString(), "outcome"),
                            Instant.parse(e.get("at").asString())));
        }
        List<String> signals = new ArrayList<>();
        c.get("signals").forEach(s -> signals.add(s.get("kind").asString()));
        List<Wanted> wanted = new ArrayList<>();
        for (JsonNode w : c.get("wanted")) {
            wanted.add(
                    new Wanted(
                            w.get("action").asString(),
                            w.get("system").asString(),
                            strings(w.get("groups")),
                            text(w.get("analyst")),
                            text(w.get("secondPerson"))));
        }
        List<Available> available = new ArrayList<>();
        for (JsonNode a : c.get("available")) {
            available.add(
                    new Available(
                            a.get("id").asString(),
                            a.get("method").asString(),
                            a.get("path").asString(),
                            instant(a.get("pathSince"))));
        }
        JsonNode conversations = c.get("conversations");
        JsonNode lifted = c.get("liftedStops");
        return new Question(
                rulebook(c.get("rulebook")),
                evidence,
                signals,
                wanted,
                available,
                conversations == null ? null : strings(conversations),
                lifted == null ? Set.of() : strings(lifted),
                Instant.parse(c.get("now").asString()));
    }

    static Rulebook rulebook(JsonNode b) {
        Map<String, Method> checks = new LinkedHashMap<>();
        for (var e : b.get("checks").properties()) {
            JsonNode m = e.getValue();
            checks.put(
                    e.getKey(),
                    new Method(
                            Factor.of(m.get("factor").asString(), e.getKey()),
                            m.get("points").asInt(),
                            m.get("failed").asInt(),
                            m.get("work").asInt(),
                            m.get("wait").asInt(),
                            m.path("relayed").asBoolean(false)));
        }
        JsonNode caps = b.get("caps");
        Map<String, Integer> signals = new LinkedHashMap<>();
        b.get("signals").properties().forEach(e -> signals.put(e.getKey(), e.getValue().asInt()));
        List<Rule> rules = new ArrayList<>();
        for (JsonNode r : b.get("rules")) {
            List<List<Factor>> oneOf = new ArrayList<>();
            r.path("oneOf").forEach(list -> oneOf.add(factors(list)));
            rules.add(
                    new Rule(
                            r.path("action").asString("*"),
                            r.path("system").asString("*"),
                            r.path("group").asString("*"),
                            r.get("points").asInt(),
                            Set.copyOf(factors(r.path("factors"))),
                            oneOf,
                            r.path("paths").asInt(0),
                            r.path("secondPerson").asBoolean(false),
                            r.path("instead").asBoolean(false)));
        }
        return new Rulebook(
                checks,
                new Caps(
                        caps.get("knows").asInt(),
                        caps.get("relayed").asInt(),
                        caps.get("recentPath").asInt(),
                        caps.get("counting").asInt()),
                b.get("recentPathDays").asInt(),
                b.get("validMinutes").asInt(),
                signals,
                rules);
    }

    private static List<Factor> factors(JsonNode list) {
        List<Factor> factors = new ArrayList<>();
        list.forEach(f -> factors.add(Factor.of(f.asString(), "factor")));
        return factors;
    }

    private static Set<String> strings(JsonNode list) {
        Set<String> strings = new HashSet<>();
        list.forEach(s -> strings.add(s.asString()));
        return strings;
    }

    private static Instant instant(JsonNode node) {
        return node == null ? null : Instant.parse(node.asString());
    }

    private static String text(JsonNode node) {
        return node == null ? null : node.asString();
    }

    /** The result in the form in which the specification writes it. */
    static Map<String, Object> result(String name, Assessment a) {
        Map<String, Object> result = new LinkedHashMap<>();
        result.put("name", name);
        result.put("standing", a.standing());
        result.put("stopped", a.stopped());
        List<Object> lines = new ArrayList<>();
        for (Line line : a.lines()) {
            Map<String, Object> l = new LinkedHashMap<>();
            l.put("id", line.id());
            l.put("points", line.points());
            put(l, "reason", line.reason());
            lines.add(l);
        }
        result.put("lines", lines);
        List<Object> verdicts = new ArrayList<>();
        a.verdicts().forEach(v -> verdicts.add(verdict(v)));
        result.put("verdicts", verdicts);
        return result;
    }

    private static Map<String, Object> verdict(Verdict verdict) {
        Map<String, Object> v = new LinkedHashMap<>();
        v.put("action", verdict.wanted().action());
        v.put("system", verdict.wanted().system());
        switch (verdict) {
            case Verdict.Open open -> {
                v.put("verdict", "open");
                put(v, "until", open.until());
            }
            case Verdict.NeedsSecondPerson second -> {
                v.put("verdict", "needs-second-person");
                put(v, "until", second.until());
            }
            case Verdict.Short closed -> {
                v.put("verdict", "closed");
                v.put("short", shortfall(closed.shortfall()));
                v.put("ways", closed.ways());
            }
            case Verdict.Stopped _ -> {
                v.put("verdict", "closed");
                v.put("reason", "stopped");
            }
            case Verdict.NoRule _ -> {
                v.put("verdict", "closed");
                v.put("reason", "no-rule");
            }
        }
        return v;
    }

    private static Map<String, Object> shortfall(Shortfall s) {
        Map<String, Object> shortfall = new LinkedHashMap<>();
        if (s.points() > 0) {
            shortfall.put("points", s.points());
        }
        if (!s.factors().isEmpty()) {
            shortfall.put("factors", s.factors().stream().map(Factor::word).toList());
        }
        if (!s.oneOf().isEmpty()) {
            shortfall.put(
                    "oneOf",
                    s.oneOf().stream().map(l -> l.stream().map(Factor::word).toList()).toList());
        }
        if (s.paths() > 0) {
            shortfall.put("paths", s.paths());
        }
        return shortfall;
    }

    private static void put(Map<String, Object> map, String key, Object value) {
        if (value != null) {
            map.put(key, value.toString());
        }
    }
}
