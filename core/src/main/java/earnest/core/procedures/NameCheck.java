package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;
import earnest.core.procedures.World.SystemFacts;
import earnest.core.procedures.World.ValueType;

import java.util.Collection;
import java.util.Map;
import java.util.Set;

/** What can be said of each line by itself: names that are not in the world, and what they take. */
final class NameCheck {
    private final World world;
    private final Set<String> together;
    private final Report report;

    /**
     * @param together the procedures that are given together
     */
    NameCheck(World world, Set<String> together, Report report) {
        this.world = world;
        this.together = together;
        this.report = report;
    }

    void check(Procedure procedure) {
        slots(procedure.titleLine(), procedure.title());
        procedure.starts().forEach(this::start);
        Statements.each(
                procedure,
                statement -> {
                    int line = statement.line();
                    if (statement instanceof Statement.Step step) {
                        act(line, step.act());
                    } else if (statement instanceof Statement.If condition) {
                        reference(line, condition.name());
                        if (condition.comparedWith() != null) {
                            slots(line, condition.comparedWith());
                        }
                    }
                });
    }

    private void start(Start start) {
        if (start.system() != null) {
            known(start.line(), "system", start.system(), world.systems().keySet());
        }
        if (start instanceof Start.TicketWanting wanting) {
            known(start.line(), "want", wanting.want(), world.wants());
        }
    }

    private void act(int line, Act act) {
        switch (act) {
            case Act.FindContact find ->
                    known(line, "kind of contact", find.kind(), world.contacts());
            case Act.Ask ask -> slots(line, ask.question());
            case Act.Prove prove -> deed(line, prove.deed());
            case Act.Approve approve -> {
                deed(line, approve.deed());
                known(line, "role", approve.role(), world.roles());
            }
            case Act.Draw draw -> takesPassword(line, draw.system());
            case Act.Change change -> {
                deed(line, change.deed());
                if (change.with() != null) {
                    reference(line, change.with());
                    if (world.knows(change.deed())) {
                        takesPassword(line, change.deed().system());
                    }
                }
            }
            case Act.ReadAloud aloud -> reference(line, aloud.secret());
            case Act.SendSecret send -> {
                reference(line, send.secret());
                reference(line, send.to());
                text(line, send.text(), true);
            }
            case Act.Withdraw withdraw -> {
                reference(line, withdraw.secret());
                system(line, withdraw.system());
            }
            case Act.EndTemporary end -> system(line, end.system());
            case Act.Send send -> {
                reference(line, send.to());
                text(line, send.text(), false);
            }
            case Act.Note note -> slots(line, note.words());
            case Act.Milestone milestone -> slots(line, milestone.words());
            case Act.Call call -> call(line, call);
            case Act.Run run -> {
                if (!together.contains(run.procedure())) {
                    known(line, "procedure", run.procedure(), world.procedures());
                }
            }
            case Act.Pass pass -> known(line, "team", pass.team(), world.teams());
            case Act.Close close -> slots(line, close.words());
            case Act.Stop stop -> slots(line, stop.words());
            case Act.WaitFor wait -> {}
            case Act.Wait wait -> {}
        }
    }

    private boolean known(int line, String what, String name, Collection<String> known) {
        if (known.contains(name)) {
            return true;
        }
        report.add(
                line,
                Code.UNKNOWN_NAME,
                "there is no %s '%s'%s".formatted(what, name, Suggestion.near(name, known)));
        return false;
    }

    private boolean system(int line, String system) {
        return known(line, "system", system, world.systems().keySet());
    }

    private void deed(int line, Act.Deed deed) {
        SystemFacts system = world.systems().get(deed.system());
        if (!system(line, deed.system()) || system == null) {
            return;
        }
        if (!system.actions().contains(deed.action())) {
            report.add(
                    line,
                    Code.UNKNOWN_NAME,
                    "%s has no action '%s'%s"
                            .formatted(
                                    deed.system(),
                                    deed.action(),
                                    Suggestion.near(deed.action(), system.actions())));
        }
    }

    private void takesPassword(int line, String name) {
        SystemFacts system = world.systems().get(name);
        if (system(line, name) && system != null && !system.passwords()) {
            report.add(line, Code.WRONG_TYPE, name + " takes no passwords");
        }
    }

    private void text(int line, String text, boolean secret) {
        if (!known(line, "message text", text, world.texts().keySet())) {
            return;
        }
        Map<String, ValueType> slots = world.texts().getOrDefault(text, Map.of());
        long secrets = slots.values().stream().filter(type -> type == ValueType.SECRET).count();
        if (secret && secrets != 1) {
            report.add(
                    line,
                    Code.WRONG_TYPE,
                    "'%s' has %d slots for a secret; to hand one over it must have one"
                            .formatted(text, secrets));
        }
        if (!secret && secrets != 0) {
            report.add(
                    line,
                    Code.WRONG_TYPE,
                    "'%s' has a slot for a secret; 'send' sends none, 'hand over' does"
                            .formatted(text));
        }
    }

    private void call(int line, Act.Call call) {
        call.with().forEach(reference -> reference(line, reference));
        Map<String, World.Operation> operations = world.connections().get(call.connection());
        if (!known(line, "connection", call.connection(), world.connections().keySet())
                || operations == null
                || !known(
                        line,
                        "operation of " + call.connection(),
                        call.operation(),
                        operations.keySet())) {
            return;
        }
        World.Operation operation = world.operation(call.connection(), call.operation());
        if (operation != null && operation.takes().size() != call.with().size()) {
            report.add(
                    line,
                    Code.WRONG_TYPE,
                    "'%s' takes %d, here are %d"
                            .formatted(
                                    call.operation(),
                                    operation.takes().size(),
                                    call.with().size()));
        }
    }

    private void slots(int line, Words words) {
        words.slots().forEach(slot -> reference(line, slot));
    }

    /** What a system is called is given from the start. */
    private void reference(int line, Reference reference) {
        if (reference.name().equals(Sight.SYSTEM) && reference.part() != null) {
            system(line, reference.part());
        }
    }
}
