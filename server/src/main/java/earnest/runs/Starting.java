package earnest.runs;

import earnest.access.SignedIn;
import earnest.core.procedures.Interpreter;
import earnest.core.procedures.Place;
import earnest.core.procedures.Start;
import earnest.ground.Ids;
import earnest.ground.JobQueue;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.procedures.Published;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;
import earnest.written.Wants;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** Starts runs: by a ticket's want, by the channel over which it came, by hand; each once. */
@Component
class Starting {
    private static final Interpreter.Values NOTHING_YET = name -> Optional.empty();

    private final RunRows rows;
    private final Published procedures;
    private final Tickets tickets;
    private final TheRecord record;
    private final JobQueue jobs;
    private final Writes writes;
    private final Ids ids;
    private final Waypoints waypoints;

    Starting(
            RunRows rows,
            Published procedures,
            Tickets tickets,
            TheRecord record,
            JobQueue jobs,
            Writes writes,
            Ids ids,
            Waypoints waypoints) {
        this.rows = rows;
        this.procedures = procedures;
        this.tickets = tickets;
        this.record = record;
        this.jobs = jobs;
        this.writes = writes;
        this.ids = ids;
        this.waypoints = waypoints;
    }

    @EventListener
    void on(Wants.Known wants) {
        for (Published.Version version : procedures.inUse()) {
            for (Start start : version.procedure().starts()) {
                if (start instanceof Start.TicketWanting(int _, String want)
                        && want.equals(wants.want().word())) {
                    start(
                            version,
                            wants.ticket(),
                            start.toString(),
                            Entry.byEarnest(EntryKind.RUN_STARTED));
                }
            }
        }
    }

    @EventListener
    void on(Tickets.Opened opened) {
        for (Published.Version version : procedures.inUse()) {
            for (Start start : version.procedure().starts()) {
                if (start instanceof Start.TicketOpenedBy(int _, String channel)
                        && channel.equals(opened.channel())) {
                    start(
                            version,
                            opened.ticket(),
                            start.toString(),
                            Entry.byEarnest(EntryKind.RUN_STARTED));
                }
            }
        }
    }

    /**
     * Somebody at the desk starts one.
     *
     * @throws Problem 404 if it is not in use, 409 if it may not be started by hand, or runs
     */
    UUID byHand(UUID ticket, SignedIn me, String name) {
        Published.Version version =
                procedures.inUse().stream()
                        .filter(one -> one.name().equals(name))
                        .findFirst()
                        .orElseThrow(() -> Problem.unknown("procedure in use"));
        if (version.procedure().starts().stream().noneMatch(Start.ByHand.class::isInstance)) {
            throw new Problem(
                    409, "not-by-hand", "That procedure starts by itself, and not by hand.");
        }
        return writes.get(
                () -> {
                    tickets.hold(ticket, me);
                    var before =
                            rows.ofTicket(ticket).stream()
                                    .filter(run -> run.name().equals(name))
                                    .toList();
                    if (before.stream().anyMatch(run -> run.state() == Run.State.RUNNING)) {
                        throw new Problem(
                                409, "already-running", "It runs on this ticket already.");
                    }
                    return start(
                                    version,
                                    ticket,
                                    "by hand"
                                            + (before.isEmpty() ? "" : ", " + (before.size() + 1)),
                                    Entry.by(EntryKind.RUN_STARTED, me.id(), me.name()))
                            .orElseThrow(
                                    () ->
                                            new Problem(
                                                    409,
                                                    "already-running",
                                                    "It runs on this ticket already."));
                });
    }

    /** In the present transaction; empty if that cause started it on this ticket before. */
    private Optional<UUID> start(
            Published.Version version, UUID ticket, String cause, Entry entry) {
        Place begin = new Interpreter(version.procedure()).begin(NOTHING_YET);
        UUID id = ids.next();
        if (!rows.add(id, version.id(), version.name(), ticket, cause, begin)) {
            return Optional.empty();
        }
        Tickets.View view = tickets.view(ticket);
        record.append(
                entry.ticket(ticket, view.conversation())
                        .person(view.person(), null)
                        .data("procedure", version.title())
                        .data("version", version.number())
                        .data("run", id.toString())
                        .data("cause", cause));
        jobs.soon(Running.KIND, id);
        waypoints.pass("run-started-uncommitted");
        return Optional.of(id);
    }

    /** What was named from the start, as values. */
    static Map<String, String> given(String person, String ticket) {
        return Map.of("person.name", person, "ticket.number", ticket);
    }
}
