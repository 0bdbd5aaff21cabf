package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;
import earnest.core.procedures.SecretUse.SetAt;
import earnest.core.procedures.ValueCheck.Place;

import org.jspecify.annotations.Nullable;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Follows every path of a procedure. Not thread-safe; for one procedure. */
final class PathWalk {
    /** Where a loop has not become steady by then, it is not followed further. */
    private static final int MOST_TURNS = 10_000;

    private final Procedure procedure;
    private final StepEffects effects;
    private final ValueCheck values;
    private final Report report;
    private final Set<Integer> reached = new HashSet<>();
    private final Map<Turned, Passed> loops = new HashMap<>();
    private @Nullable PathState toOtherwise;
    private @Nullable Loop loop;
    private boolean inOtherwise;

    PathWalk(Procedure procedure, StepEffects effects, ValueCheck values, Report report) {
        this.procedure = procedure;
        this.effects = effects;
        this.values = values;
        this.report = report;
    }

    /**
     * Where some path goes on after statements.
     *
     * @param state null where none does
     * @param last the last lines on those paths
     */
    private record Passed(@Nullable PathState state, Set<Integer> last) {
        static final Passed NEVER = new Passed(null, Set.of());

        Passed or(Passed other) {
            Set<Integer> lines = new HashSet<>(last);
            lines.addAll(other.last);
            return new Passed(PathState.join(state, other.state), lines);
        }
    }

    /** A loop, and what held when it was come to. */
    private record Turned(int line, PathState before) {}

    /** The loop that is being followed. */
    private static final class Loop {
        private Passed left = Passed.NEVER;
    }

    /** The lines that some path reaches. */
    Set<Integer> reached() {
        return reached;
    }

    void walk() {
        values.words(
                procedure.title(),
                "the title",
                new Place(procedure.titleLine(), PathState.START, false));
        Passed end = block(procedure.statements(), PathState.START);
        if (end.state() != null) {
            ends(end.state());
            Set<Integer> last =
                    procedure.statements().isEmpty() ? Set.of(procedure.line()) : end.last();
            for (int line : last) {
                report.add(
                        line,
                        Code.NO_WAY_OUT,
                        "a path ends here without 'close', 'stop' or 'pass'");
            }
        }
        Procedure.Otherwise otherwise = procedure.otherwise();
        if (otherwise == null) {
            report.add(
                    procedure.line(),
                    Code.NO_WAY_OUT,
                    "'otherwise' is missing: what is done where an outcome is not handled");
            return;
        }
        inOtherwise = true;
        PathState before = toOtherwise == null ? PathState.START : toOtherwise;
        Passed after = block(otherwise.statements(), before);
        if (after.state() != null) {
            ends(after.state());
            report.add(
                    otherwise.line(),
                    Code.NO_WAY_OUT,
                    "'otherwise' may not end the run: it wants 'close', 'stop' or 'pass'");
        }
    }

    private Passed block(List<Statement> statements, PathState before) {
        Passed passed = new Passed(before, Set.of());
        for (Statement statement : statements) {
            if (passed.state() == null) {
                return Passed.NEVER;
            }
            passed = statement(statement, passed.state());
        }
        return passed;
    }

    private Passed statement(Statement statement, PathState before) {
        reached.add(statement.line());
        return switch (statement) {
            case Statement.Step step -> step(step, before);
            case Statement.If condition -> condition(condition, before);
            case Statement.Repeat repeat -> repeat(repeat, before);
            case Statement.Leave leave -> {
                if (loop != null) {
                    loop.left = loop.left.or(new Passed(before, Set.of(leave.line())));
                }
                yield Passed.NEVER;
            }
        };
    }

    private Passed step(Statement.Step step, PathState before) {
        int line = step.line();
        PathState asked = effects.asked(line, step.act(), new Place(line, before, inOtherwise));
        if (step.act().ends()) {
            ends(asked);
            return Passed.NEVER;
        }
        Passed passed = new Passed(effects.goesOn(line, step.act(), asked), Set.of(line));
        for (Outcome outcome : step.act().outcomes()) {
            PathState came = effects.on(outcome, line, step.act(), asked);
            Statement.Handler handler = step.on(outcome);
            if (handler != null) {
                passed = passed.or(block(handler.statements(), came));
            } else if (inOtherwise) {
                passed = passed.or(new Passed(came, Set.of(line)));
            } else {
                toOtherwise = PathState.join(toOtherwise, came);
            }
        }
        return passed;
    }

    private Passed condition(Statement.If condition, PathState before) {
        Place place = new Place(condition.line(), before, inOtherwise);
        if (condition.comparedWith() == null) {
            values.present(condition.name(), place);
        } else {
            values.text(condition.name(), "a comparison", place);
            values.words(condition.comparedWith(), "a comparison", place);
        }
        Passed then = block(condition.then(), before);
        return then.or(
                condition.otherwise().isEmpty()
                        ? new Passed(before, Set.of(condition.line()))
                        : block(condition.otherwise(), before));
    }

    private Passed repeat(Statement.Repeat repeat, PathState before) {
        Turned turned = new Turned(repeat.line(), before);
        Passed known = loops.get(turned);
        if (known != null) {
            return known;
        }
        Loop outer = loop;
        Loop inner = new Loop();
        loop = inner;
        Passed end = turns(repeat, before);
        loop = outer;
        Passed passed = end.state() == null ? inner.left : end.or(inner.left);
        loops.put(turned, passed);
        return passed;
    }

    /** Turns until nothing changes any more, or only the time that proofs still count. */
    private Passed turns(Statement.Repeat repeat, PathState before) {
        PathState former = before;
        PathState entry = before;
        for (int turn = 1; ; turn++) {
            Passed end = block(repeat.body(), entry);
            PathState next = end.state();
            if (next == null
                    || turn == repeat.times()
                    || turn == MOST_TURNS
                    || next.equals(entry)) {
                return end;
            }
            if (turn > 2 && steady(former, entry, next)) {
                next = later(entry, next, repeat.times() - turn - 1L);
                turn = repeat.times() - 1;
            }
            former = entry;
            entry = next;
        }
    }

    /** Whether each turn takes the same time from each proof, and changes nothing else. */
    private static boolean steady(PathState former, PathState entry, PathState next) {
        return former.sameButForTime(entry)
                && entry.sameButForTime(next)
                && entry.proofs().keySet().stream()
                        .allMatch(
                                deed ->
                                        left(former, deed) - left(entry, deed)
                                                == left(entry, deed) - left(next, deed));
    }

    private static long left(PathState state, Act.Deed deed) {
        return state.proofs().getOrDefault(deed, 0L);
    }

    /** What holds after more turns of the same. */
    private static PathState later(PathState entry, PathState next, long turns) {
        Map<Act.Deed, Long> proofs = new HashMap<>();
        next.proofs()
                .forEach(
                        (deed, left) -> {
                            long then = left - turns * (left(entry, deed) - left);
                            if (then >= 0) {
                                proofs.put(deed, then);
                            }
                        });
        return new PathState(next.names(), proofs, next.approvals(), next.secrets());
    }

    /** A path ends: whoever the password is for must know it, or nobody may need it. */
    private void ends(PathState state) {
        for (Set<SecretUse> uses : state.secrets().values()) {
            for (SecretUse use : uses) {
                use.open().forEach(this::nobodyLearns);
                use.lost().forEach(this::nobodyLearns);
            }
        }
    }

    private void nobodyLearns(SetAt at) {
        report.add(
                at.line(),
                Code.NOBODY_LEARNS,
                "some path ends with this password in force in %s, neither handed over nor withdrawn"
                        .formatted(at.system()));
    }
}
