package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Proves that no path of a procedure changes an account without enough proof, lets a secret reach a
 * place where it does not belong, or leaves somebody with a password that no one knows.
 */
public final class ProcedureCheck {
    private ProcedureCheck() {}

    /**
     * Checks procedures that are given together.
     *
     * @param world what they may name; null: names, slots and second persons are not judged
     * @return for each, in their order, everything that was found, in order of line and then code
     */
    public static List<List<Finding>> check(List<Procedure> procedures, @Nullable World world) {
        Map<String, Set<String>> runs = new LinkedHashMap<>();
        for (Procedure procedure : procedures) {
            Set<String> others = new LinkedHashSet<>();
            eachRun(procedure, (line, run) -> others.add(run.procedure()));
            runs.put(procedure.name(), others);
        }
        List<List<Finding>> all = new ArrayList<>();
        for (Procedure procedure : procedures) {
            Report report = new Report();
            if (world != null) {
                new NameCheck(world, runs.keySet(), report).check(procedure);
            }
            eachRun(
                    procedure,
                    (line, run) -> {
                        if (leads(run.procedure(), procedure.name(), runs, new HashSet<>())) {
                            report.add(
                                    line,
                                    Code.ENDLESS,
                                    "'%s' runs '%s' again: they would never end"
                                            .formatted(run.procedure(), procedure.name()));
                        }
                    });
            paths(procedure, world, report);
            repeats(procedure, report);
            all.add(report.findings());
        }
        return all;
    }

    private interface RunOn {
        void at(int line, Act.Run run);
    }

    private static void eachRun(Procedure procedure, RunOn what) {
        Statements.each(
                procedure,
                statement -> {
                    if (statement instanceof Statement.Step step
                            && step.act() instanceof Act.Run run) {
                        what.at(step.line(), run);
                    }
                });
    }

    private static boolean leads(
            String from, String to, Map<String, Set<String>> runs, Set<String> seen) {
        if (from.equals(to)) {
            return true;
        }
        return seen.add(from)
                && runs.getOrDefault(from, Set.of()).stream()
                        .anyMatch(next -> leads(next, to, runs, seen));
    }

    private static void paths(Procedure procedure, @Nullable World world, Report report) {
        Map<Integer, Act> givers = new HashMap<>();
        Map<String, Set<Reference>> secretParts = new HashMap<>();
        Statements.each(
                procedure,
                statement -> {
                    if (statement instanceof Statement.Step step) {
                        if (step.act().gives() != null) {
                            givers.put(step.line(), step.act());
                        }
                        Reference secret = secret(step.act());
                        if (secret != null && secret.part() != null) {
                            secretParts
                                    .computeIfAbsent(secret.name(), n -> new LinkedHashSet<>())
                                    .add(secret);
                        }
                    }
                });
        titleLeak(procedure, givers, report);
        Sight sight = new Sight(givers, world);
        ValueCheck values = new ValueCheck(sight, report);
        StepEffects effects = new StepEffects(world, values, report, secretParts);
        PathWalk walk = new PathWalk(procedure, effects, values, report);
        walk.walk();
        Statements.each(
                procedure,
                statement -> {
                    if (!walk.reached().contains(statement.line())) {
                        report.add(statement.line(), Code.UNREACHABLE, "no path reaches this step");
                    }
                });
        givers.forEach(
                (line, act) -> {
                    if (walk.reached().contains(line) && !sight.read().contains(line)) {
                        report.add(
                                line,
                                Code.UNUSED,
                                "nothing reads '%s' after this".formatted(act.gives()));
                    }
                });
    }

    /** The secret that an act uses as one. */
    private static @Nullable Reference secret(Act act) {
        return switch (act) {
            case Act.Change change -> change.with();
            case Act.ReadAloud aloud -> aloud.secret();
            case Act.SendSecret send -> send.secret();
            case Act.Withdraw withdraw -> withdraw.secret();
            default -> null;
        };
    }

    /** A title is read at any time, also when a secret is there. */
    private static void titleLeak(Procedure procedure, Map<Integer, Act> givers, Report report) {
        for (Reference slot : procedure.title().slots()) {
            if (givers.values().stream()
                    .anyMatch(
                            act ->
                                    act instanceof Act.Draw draw
                                            && draw.name().equals(slot.name()))) {
                report.add(
                        procedure.titleLine(),
                        Code.LEAK,
                        "the secret '%s' would reach the title".formatted(slot));
            }
        }
    }

    /** A temporary password ends as well, so it would start itself again. */
    private static void repeats(Procedure procedure, Report report) {
        Set<String> expiring = new HashSet<>();
        for (Start start : procedure.starts()) {
            if (start instanceof Start.PasswordExpiring on) {
                expiring.add(on.system());
            }
        }
        Statements.each(
                procedure,
                statement -> {
                    if (statement instanceof Statement.Step step
                            && step.act() instanceof Act.Change change
                            && change.deed().action().equals(Act.Deed.TEMPORARY_PASSWORD)
                            && expiring.contains(change.deed().system())) {
                        report.add(
                                step.line(),
                                Code.REPEATS,
                                "a temporary password in %s ends too, and would start this again"
                                        .formatted(change.deed().system()));
                    }
                });
    }
}
