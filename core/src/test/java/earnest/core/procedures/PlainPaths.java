package earnest.core.procedures;

import earnest.core.procedures.Act.Deed;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * The rules once more, as plainly as they can be put: walks each path by itself, loops turned one
 * by one, and remembers what happened on it. For small procedures.
 */
final class PlainPaths {
    private final Procedure procedure;
    private final World world;
    private final TreeSet<String> found = new TreeSet<>();
    private final Set<Integer> reached = new HashSet<>();
    private final Set<Integer> read = new HashSet<>();
    private final Map<Integer, String> givers = new HashMap<>();
    private final List<Path> toOtherwise = new ArrayList<>();
    private boolean inOtherwise;

    PlainPaths(Procedure procedure, World world) {
        this.procedure = procedure;
        this.world = world;
    }

    private static final int MOST = 100_000;
    private int copies;

    /** A secret that was drawn on a path. */
    private static final class Drawn {
        Set<Deed> asked = new HashSet<>();
        boolean effect;
        boolean maybe;
        boolean given;
        boolean withdrawn;
        List<SecretUse.SetAt> open = new ArrayList<>();

        Drawn copy() {
            Drawn copy = new Drawn();
            copy.asked.addAll(asked);
            copy.effect = effect;
            copy.maybe = maybe;
            copy.given = given;
            copy.withdrawn = withdrawn;
            copy.open.addAll(open);
            return copy;
        }
    }

    /** What happened on one path. */
    private static final class Path {
        Map<String, Act> values = new HashMap<>();
        Map<String, Integer> lines = new HashMap<>();
        Map<String, Integer> secrets = new HashMap<>();
        List<Drawn> drawn = new ArrayList<>();
        Map<Deed, Long> proofs = new HashMap<>();
        Set<Deed> approvals = new HashSet<>();
        int last;
        boolean left;

        Path copy() {
            Path copy = new Path();
            copy.values.putAll(values);
            copy.lines.putAll(lines);
            copy.secrets.putAll(secrets);
            drawn.forEach(one -> copy.drawn.add(one.copy()));
            copy.proofs.putAll(proofs);
            copy.approvals.addAll(approvals);
            copy.last = last;
            copy.left = left;
            return copy;
        }
    }

    /** Walking each path by itself is for procedures that have not too many. */
    static final class TooMany extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    private Path copied(Path path) {
        if (++copies > MOST) {
            throw new TooMany();
        }
        return path.copy();
    }

    /**
     * @throws TooMany if there are more than can be walked one by one
     */
    TreeSet<String> found() {
        for (Path path : block(procedure.statements(), new Path())) {
            found(path.last == 0 ? procedure.line() : path.last, "no-way-out");
            ends(path);
        }
        inOtherwise = true;
        List<Path> before = toOtherwise.isEmpty() ? List.of(new Path()) : toOtherwise;
        for (Path start : List.copyOf(before)) {
            for (Path path : block(procedure.otherwise().statements(), start)) {
                found(procedure.otherwise().line(), "no-way-out");
                ends(path);
            }
        }
        Statements.each(
                procedure,
                statement -> {
                    if (!reached.contains(statement.line())) {
                        found(statement.line(), "unreachable");
                    }
                });
        givers.keySet().stream()
                .filter(line -> !read.contains(line))
                .forEach(l -> found(l, "unused"));
        return found;
    }

    private void found(int line, String code) {
        found.add("%04d %s".formatted(line, code));
    }

    private void ends(Path path) {
        path.drawn.forEach(one -> one.open.forEach(at -> found(at.line(), "nobody-learns")));
    }

    private List<Path> block(List<Statement> statements, Path before) {
        List<Path> paths = List.of(before);
        for (Statement statement : statements) {
            List<Path> next = new ArrayList<>();
            for (Path path : paths) {
                if (path.left) {
                    next.add(path);
                } else {
                    reached.add(statement.line());
                    next.addAll(one(statement, path));
                }
            }
            paths = next;
        }
        return paths;
    }

    private List<Path> one(Statement statement, Path path) {
        path.last = statement.line();
        return switch (statement) {
            case Statement.Leave leave -> {
                path.left = true;
                yield List.of(path);
            }
            case Statement.If condition -> {
                if (condition.comparedWith() != null) {
                    text(condition.name(), path, condition.line());
                }
                List<Path> both = new ArrayList<>(block(condition.then(), copied(path)));
                both.addAll(block(condition.otherwise(), copied(path)));
                yield both;
            }
            case Statement.Repeat repeat -> {
                List<Path> turning = List.of(path);
                List<Path> out = new ArrayList<>();
                for (int i = 0; i < repeat.times(); i++) {
                    List<Path> next = new ArrayList<>();
                    for (Path turned : turning) {
                        for (Path after : block(repeat.body(), copied(turned))) {
                            (after.left ? out : next).add(after);
                            after.left = false;
                        }
                    }
                    turning = next;
                }
                out.addAll(turning);
                yield out;
            }
            case Statement.Step step -> step(step, path);
        };
    }

    private List<Path> step(Statement.Step step, Path path) {
        int line = step.line();
        List<Path> after = new ArrayList<>();
        before(line, step.act(), path);
        if (step.act().ends()) {
            ends(path);
            return after;
        }
        for (Outcome outcome : step.act().outcomes()) {
            Path came = copied(path);
            after(line, step.act(), outcome, came);
            Statement.Handler handler = step.on(outcome);
            if (handler != null) {
                after.addAll(block(handler.statements(), came));
            } else if (inOtherwise) {
                after.add(came);
            } else {
                toOtherwise.add(came);
            }
        }
        Path on = copied(path);
        after(line, step.act(), null, on);
        after.add(on);
        return after;
    }

    private @Nullable Act value(Reference reference, Path path, int line) {
        Act value = path.values.get(reference.name());
        if (value == null) {
            boolean there =
                    inOtherwise && reference.name().equals("step")
                            || reference.toString().equals("person.name");
            if (!there) {
                found(line, "unassigned");
            }
            return null;
        }
        read.add(path.lines.get(reference.name()));
        return value;
    }

    private void text(Reference reference, Path path, int line) {
        Act value = value(reference, path, line);
        if (value instanceof Act.Draw) {
            found(line, "leak");
        } else if (value instanceof Act.FindContact
                || value instanceof Act.Change && reference.part() == null) {
            found(line, "wrong-type");
        }
    }

    private @Nullable Drawn secret(Reference reference, Path path, int line) {
        Act value = value(reference, path, line);
        if (value != null && !(value instanceof Act.Draw)) {
            found(line, "wrong-type");
        }
        return value instanceof Act.Draw
                ? path.drawn.get(path.secrets.get(reference.name()))
                : null;
    }

    private void before(int line, Act act, Path path) {
        switch (act) {
            case Act.Note note -> note.words().slots().forEach(slot -> text(slot, path, line));
            case Act.Close close -> close.words().slots().forEach(slot -> text(slot, path, line));
            case Act.Send send -> {
                Act value = value(send.to(), path, line);
                if (value != null && !(value instanceof Act.FindContact)) {
                    found(line, "wrong-type");
                }
            }
            case Act.Change change -> {
                if (path.proofs.getOrDefault(change.deed(), -1L) < 0) {
                    found(line, "unproved");
                }
                if (world.needsSecondPerson(change.deed())
                        && !path.approvals.contains(change.deed())) {
                    found(line, "unapproved");
                }
                if (change.with() != null) {
                    Drawn drawn = secret(change.with(), path, line);
                    if (drawn != null && !drawn.asked.add(change.deed())) {
                        found(line, "twice");
                    }
                }
            }
            case Act.ReadAloud aloud -> {
                Drawn drawn = secret(aloud.secret(), path, line);
                if (drawn != null) {
                    if (drawn.given) {
                        found(line, "twice");
                    }
                    if (!drawn.effect || drawn.withdrawn) {
                        found(line, "too-early");
                    }
                }
            }
            case Act.Withdraw withdraw -> {
                Drawn drawn = secret(withdraw.secret(), path, line);
                if (drawn != null && !drawn.effect && !drawn.maybe) {
                    found(line, "too-early");
                }
            }
            default -> {}
        }
    }

    private void after(int line, Act act, @Nullable Outcome outcome, Path path) {
        boolean on = outcome == null;
        switch (act) {
            case Act.Prove prove when on ->
                    path.proofs.put(
                            prove.deed(), prove.within() == 0 ? 30L : (long) prove.within());
            case Act.Approve approve when on -> path.approvals.add(approve.deed());
            case Act.Wait wait -> path.proofs.replaceAll((deed, left) -> left - wait.minutes());
            case Act.WaitFor wait -> path.proofs.replaceAll((deed, left) -> left - wait.minutes());
            case Act.Run run -> path.proofs.clear();
            case Act.Change change when on || outcome == Outcome.UNKNOWN -> {
                Integer which =
                        change.with() == null ? null : path.secrets.get(change.with().name());
                if (which != null) {
                    Drawn drawn = path.drawn.get(which);
                    drawn.effect |= on;
                    drawn.maybe |= !on;
                    if (!drawn.given) {
                        drawn.open.add(new SecretUse.SetAt(line, change.deed().system()));
                    }
                }
            }
            case Act.ReadAloud aloud when on -> {
                Integer which = path.secrets.get(aloud.secret().name());
                if (which != null) {
                    path.drawn.get(which).given = true;
                    path.drawn.get(which).open.clear();
                }
            }
            case Act.Withdraw withdraw -> {
                Integer which = path.secrets.get(withdraw.secret().name());
                if (which != null) {
                    path.drawn.get(which).withdrawn = true;
                }
                path.drawn.forEach(
                        one -> one.open.removeIf(at -> at.system().equals(withdraw.system())));
            }
            default -> {}
        }
        if (act.gives() != null && (on || act instanceof Act.Change)) {
            givers.put(line, act.gives());
            path.values.put(act.gives(), act);
            path.lines.put(act.gives(), line);
            path.secrets.remove(act.gives());
            if (act instanceof Act.Draw) {
                path.drawn.add(new Drawn());
                path.secrets.put(act.gives(), path.drawn.size() - 1);
            }
        } else if (act.gives() != null) {
            givers.put(line, act.gives());
        }
    }
}
