package earnest.runs;

import earnest.core.procedures.Act;
import earnest.core.procedures.Interpreter;
import earnest.core.procedures.Outcome;
import earnest.core.procedures.Place;
import earnest.core.procedures.Statement;
import earnest.ground.JobQueue;
import earnest.ground.Waypoints;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.procedures.Published;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Goes on with a run. A step is begun in one transaction and ended in another, with whatever it
 * does and its entry; the run's row decides, so that no step is ended twice.
 */
@Component
class Running implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("go-on-with-run", "run", 4);

    private final RunRows rows;
    private final Hands hands;
    private final Published procedures;
    private final Tickets tickets;
    private final People people;
    private final Systems systems;
    private final TheRecord record;
    private final Writes writes;
    private final Waypoints waypoints;
    private final ApplicationEventPublisher events;

    Running(
            RunRows rows,
            Hands hands,
            Published procedures,
            Tickets tickets,
            People people,
            Systems systems,
            TheRecord record,
            Writes writes,
            Waypoints waypoints,
            ApplicationEventPublisher events) {
        this.rows = rows;
        this.hands = hands;
        this.procedures = procedures;
        this.tickets = tickets;
        this.people = people;
        this.systems = systems;
        this.record = record;
        this.writes = writes;
        this.waypoints = waypoints;
        this.events = events;
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        for (int i = 0; i <= Run.MOST_STEPS; i++) {
            Run run = rows.find(id).orElseThrow();
            if (run.state() != Run.State.RUNNING) {
                return Optional.empty();
            }
            Published.Version version = procedures.version(run.version()).orElseThrow();
            Interpreter interpreter = new Interpreter(version.procedure());
            if (run.place().over() || run.number() > Run.MOST_STEPS) {
                end(
                        run,
                        version,
                        Run.State.STOPPED,
                        run.place().over() ? "nothing comes any more" : "it took too many steps");
                return Optional.empty();
            }
            Optional<Duration> again = step(run, version, interpreter);
            if (again.isPresent()) {
                return again;
            }
        }
        return Optional.empty();
    }

    /** When to look again; empty if it went on. */
    private Optional<Duration> step(Run run, Published.Version version, Interpreter interpreter) {
        Statement.Step step = interpreter.step(run.place());
        Act act = step.act();
        Instant began =
                writes.get(() -> rows.begun(run.id(), run.number(), step.line(), act.toString()));
        Tickets.View ticket = tickets.view(run.ticket());
        Interpreter.Values values = values(run, ticket);
        return switch (hands.look(run, ticket, act, began, values)) {
            case Hands.Far.Waits(String what, Duration again) -> {
                writes.run(() -> rows.waits(run.id(), run.number(), what));
                yield Optional.of(again);
            }
            case Hands.Far.Broken(String reason) -> {
                writes.run(
                        () ->
                                went(
                                        run,
                                        act,
                                        reason,
                                        interpreter.broken(run.place(), reason, values)));
                yield Optional.empty();
            }
            case Hands.Far.Done(var outcome, String came, var gives) -> {
                writes.run(() -> done(run, version, interpreter, act, outcome, came, gives));
                waypoints.pass("run-step-committed");
                yield Optional.empty();
            }
        };
    }

    private void done(
            Run run,
            Published.Version version,
            Interpreter interpreter,
            Act act,
            @Nullable Outcome outcome,
            String came,
            Map<String, String> gives) {
        // The ticket's lock is taken before the run's: whoever acts on the ticket has it first.
        Tickets.View ticket = tickets.lock(run.ticket());
        gives.forEach((name, value) -> rows.value(run.id(), name, value));
        Place next = interpreter.after(run.place(), outcome, values(run, ticket));
        if (!went(run, act, came, next)) {
            return;
        }
        act(run, version, ticket, act, values(run, ticket));
        waypoints.pass("run-step-uncommitted");
    }

    /** Ends the step with its entry; false if that was done before. */
    private boolean went(Run run, Act act, String came, Place next) {
        if (!rows.goesOn(run.id(), run.number(), next)) {
            return false;
        }
        rows.ended(run.id(), run.number(), came);
        Tickets.View ticket = tickets.view(run.ticket());
        boolean words = act instanceof Act.Note || act instanceof Act.Milestone;
        if (!words && !act.ends()) {
            record.append(
                    entry(EntryKind.RUN_STEP, run, ticket)
                            .data("step", act.toString())
                            .data("came", came));
        }
        return true;
    }

    private static Entry entry(EntryKind kind, Run run, Tickets.View ticket) {
        return Entry.bySystem(kind, "procedure", "Procedure")
                .ticket(ticket.id(), ticket.conversation())
                .person(ticket.person(), null)
                .data("run", run.id().toString());
    }

    /** What a step does besides, in the transaction that ends it. */
    private void act(
            Run run,
            Published.Version version,
            Tickets.View ticket,
            Act act,
            Interpreter.Values values) {
        switch (act) {
            case Act.Note note -> noted(run, ticket, Interpreter.filled(note.words(), values));
            case Act.Milestone stone ->
                    noted(run, ticket, Interpreter.filled(stone.words(), values));
            case Act.Pass pass -> {
                boolean open = ticket.state() != Tickets.State.CLOSED;
                if (open) {
                    tickets.remind(
                            ticket.id(), "Passed to the " + pass.team() + ": " + version.title());
                    events.publishEvent(new Runs.Passed(ticket.id(), pass.team()));
                }
                end(
                        run,
                        version,
                        Run.State.STOPPED,
                        open ? "passed to the " + pass.team() : "the ticket was closed meanwhile");
            }
            case Act.Close close -> {
                String words = Interpreter.filled(close.words(), values);
                end(run, version, Run.State.DONE, words);
                if (ticket.holder() == null) {
                    tickets.endsAlone(ticket.id(), words);
                }
            }
            case Act.Stop stop ->
                    end(run, version, Run.State.STOPPED, Interpreter.filled(stop.words(), values));
            default -> {}
        }
    }

    private void noted(Run run, Tickets.View ticket, String words) {
        record.append(entry(EntryKind.RUN_NOTED, run, ticket).personal("words", words));
    }

    private void end(Run run, Published.Version version, Run.State state, String how) {
        writes.run(
                () -> {
                    if (rows.end(run.id(), state, how)) {
                        record.append(
                                entry(EntryKind.RUN_ENDED, run, tickets.view(run.ticket()))
                                        .outcome(state.word())
                                        .data("procedure", version.title())
                                        .personal("how", how));
                    }
                });
    }

    private Interpreter.Values values(Run run, Tickets.View ticket) {
        Map<String, String> known = new HashMap<>(rows.values(run.id()));
        UUID person = ticket.person();
        String name =
                person == null
                        ? "nobody named"
                        : people.person(person).map(People.Person::name).orElse("nobody named");
        known.putAll(Starting.given(name, ticket.shown()));
        String step = run.place().step();
        String reason = run.place().reason();
        if (step != null && reason != null) {
            known.put("step", step);
            known.put("reason", reason);
        }
        return slot -> {
            String written = slot.toString();
            return written.startsWith("system.")
                    ? systems.find(written.substring("system.".length())).map(found -> found.name())
                    : Optional.ofNullable(known.get(written));
        };
    }
}
