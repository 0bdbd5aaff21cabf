package earnest.runs;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.procedures.Published;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** Runs on tickets: their pages, starting by hand, going on by hand. */
@RestController
class RunController {
    @Schema(name = "RunWanted")
    record Wanted(@NotBlank @Size(max = 80) String procedure) {}

    @Schema(name = "RunStarted")
    record Started(UUID run) {}

    /**
     * One run on a ticket.
     *
     * @param waits what it waits for, or null
     * @param how it ended, or null while it runs
     */
    @Schema(name = "RunOnTicket")
    record OnTicket(
            UUID id,
            String title,
            int version,
            String cause,
            Run.State state,
            @Nullable String waits,
            @Nullable String how,
            Instant startedAt,
            @Nullable Instant endedAt) {}

    /**
     * One step.
     *
     * @param came what came of it, or null while it is under way
     */
    @Schema(name = "RunStep")
    record Step(
            int number,
            int line,
            String act,
            Instant beganAt,
            @Nullable Instant endedAt,
            @Nullable String came) {}

    /** The page of a run. */
    @Schema(name = "RunPage")
    record Page(OnTicket run, UUID ticket, String ticketNumber, List<Step> steps) {}

    private final RunRows rows;
    private final Starting starting;
    private final Published procedures;
    private final Tickets tickets;
    private final TheRecord record;
    private final Writes writes;

    RunController(
            RunRows rows,
            Starting starting,
            Published procedures,
            Tickets tickets,
            TheRecord record,
            Writes writes) {
        this.rows = rows;
        this.starting = starting;
        this.procedures = procedures;
        this.tickets = tickets;
        this.record = record;
        this.writes = writes;
    }

    private OnTicket shown(Run run) {
        Published.Version version = procedures.version(run.version()).orElseThrow();
        return new OnTicket(
                run.id(),
                version.title(),
                version.number(),
                run.cause(),
                run.state(),
                run.waits(),
                run.how(),
                run.startedAt(),
                run.endedAt());
    }

    @ApiCall(
            id = "runsOnTicket",
            summary = "Lists the runs of procedures on a ticket.",
            refuses = {"404 unknown"})
    @GetMapping("/api/tickets/{ticket}/runs")
    List<OnTicket> onTicket(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.WORK_AT_DESK);
        tickets.view(ticket);
        return rows.ofTicket(ticket).stream().map(this::shown).toList();
    }

    @ApiCall(
            id = "startRun",
            summary = "Starts a procedure by hand on a ticket.",
            refuses = {
                "404 unknown",
                "409 held-by-another",
                "409 closed",
                "409 not-by-hand",
                "409 already-running"
            },
            example = "{\"procedure\": \"hello\"}")
    @PostMapping("/api/tickets/{ticket}/runs")
    Started start(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Wanted wanted) {
        me.must(Right.WORK_AT_DESK);
        return new Started(starting.byHand(ticket, me, wanted.procedure()));
    }

    @ApiCall(
            id = "run",
            summary = "Gives the page of a run: each step, when, and what came of it.",
            refuses = {"404 unknown"})
    @GetMapping("/api/runs/{run}")
    Page page(SignedIn me, @PathVariable UUID run) {
        me.must(Right.WORK_AT_DESK);
        Run found = rows.find(run).orElseThrow(() -> Problem.unknown("run"));
        return new Page(
                shown(found),
                found.ticket(),
                tickets.view(found.ticket()).shown(),
                rows.steps(run).stream()
                        .map(
                                step ->
                                        new Step(
                                                step.number(),
                                                step.line(),
                                                step.act(),
                                                step.beganAt(),
                                                step.endedAt(),
                                                step.came()))
                        .toList());
    }

    @ApiCall(
            id = "takeOverRun",
            summary = "Goes on by hand: the run ends where it is.",
            more = "By whoever holds its ticket.",
            refuses = {"404 unknown", "409 held-by-another", "409 closed", "409 run-over"})
    @PostMapping("/api/runs/{run}/take-over")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeOver(SignedIn me, @PathVariable UUID run) {
        me.must(Right.WORK_AT_DESK);
        Run found = rows.find(run).orElseThrow(() -> Problem.unknown("run"));
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(found.ticket(), me);
                    if (!rows.end(run, Run.State.TAKEN_OVER, "by " + me.name())) {
                        throw new Problem(409, "run-over", "It ended before.");
                    }
                    record.append(
                            Entry.by(EntryKind.RUN_TAKEN_OVER, me.id(), me.name())
                                    .ticket(ticket.id(), ticket.conversation())
                                    .person(ticket.person(), null)
                                    .data("run", run.toString())
                                    .data("procedure", shown(found).title()));
                });
    }
}
