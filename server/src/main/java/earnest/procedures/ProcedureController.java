package earnest.procedures;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Clock;
import java.time.Instant;
import java.util.List;

/** Reading and writing procedures. */
@RestController
class ProcedureController {
    private static final int LONGEST = 60_000;
    private static final String NAME = "[a-z][a-z0-9-]{0,79}";

    /**
     * A procedure in the list.
     *
     * @param title null while its text cannot be read
     * @param mayRun whether nothing is to be mended
     */
    @Schema(name = "ProcedureListed")
    record Listed(
            String name, @Nullable String title, String author, Instant keptAt, boolean mayRun) {}

    /**
     * A procedure.
     *
     * @param edit counts how often it was kept
     */
    @Schema(name = "ProcedureKept")
    record Kept(String name, String text, long edit, String author, Instant keptAt) {}

    /** A text to be looked at. */
    @Schema(name = "ProcedureText")
    record Text(@NotNull @ManyLines @Size(max = LONGEST) String text) {}

    /**
     * A text to be kept.
     *
     * @param basedOn the edit that was changed; 0 for a new procedure
     */
    @Schema(name = "ProcedureToKeep")
    record ToKeep(@NotNull @ManyLines @Size(max = LONGEST) String text, @Min(0) long basedOn) {}

    private final DraftRows drafts;
    private final Checking checking;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    ProcedureController(
            DraftRows drafts, Checking checking, TheRecord record, Writes writes, Clock clock) {
        this.drafts = drafts;
        this.checking = checking;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    @ApiCall(id = "procedures", summary = "Lists the procedures that are kept.")
    @GetMapping("/api/procedures")
    List<Listed> all(SignedIn me) {
        me.must(Right.SET_UP);
        return drafts.all().stream()
                .map(
                        draft -> {
                            Checked checked = checking.check(draft.text());
                            return new Listed(
                                    draft.name(),
                                    checked.title(),
                                    draft.authorName(),
                                    draft.keptAt(),
                                    checked.mayRun());
                        })
                .toList();
    }

    @ApiCall(
            id = "procedure",
            summary = "Reads a procedure.",
            refuses = {"404 unknown"})
    @GetMapping("/api/procedures/{procedure}")
    Kept one(SignedIn me, @PathVariable String procedure) {
        me.must(Right.SET_UP);
        return drafts.find(procedure)
                .map(ProcedureController::kept)
                .orElseThrow(() -> Problem.unknown("procedure"));
    }

    private static Kept kept(Draft draft) {
        return new Kept(
                draft.name(), draft.text(), draft.edit(), draft.authorName(), draft.keptAt());
    }

    @ApiCall(
            id = "checkProcedure",
            summary = "Follows every path of a text and says what is wrong with it; keeps nothing.",
            more =
                    "What it may name is what there is here: the systems that are set up, kinds of"
                            + " contact, roles, and the other procedures.",
            example =
                    "{\"text\": \"procedure hello\\n"
                            + "  title \\\"Hello\\\"\\n"
                            + "  starts on by hand\\n"
                            + "  otherwise\\n"
                            + "    pass to leads\\n"
                            + "\\n"
                            + "  close \\\"Said hello\\\"\\n"
                            + "\"}")
    @PostMapping("/api/procedures/check")
    Checked check(SignedIn me, @Valid @RequestBody Text text) {
        me.must(Right.SET_UP);
        return checking.check(text.text());
    }

    @ApiCall(
            id = "keepProcedure",
            summary = "Keeps a procedure, also one in which something is still to be mended.",
            more =
                    "Where somebody else kept it meanwhile, nothing is kept. A text that can be"
                            + " read must call itself what the address does.",
            refuses = {"409 changed-meanwhile", "422 invalid"},
            example =
                    "{\"text\": \"procedure hello\\n  title \\\"Hello\\\"\\n  starts on by hand\\n "
                            + " otherwise\\n    pass to leads\\n\\n  close \\\"Said hello\\\"\\n\","
                            + " \"basedOn\": 0}")
    @PutMapping("/api/procedures/{procedure}")
    Kept keep(SignedIn me, @PathVariable String procedure, @Valid @RequestBody ToKeep wanted) {
        me.must(Right.SET_UP);
        if (!procedure.matches(NAME)) {
            throw Problem.invalid(
                    "A procedure's name is small letters, digits and hyphens, begins with a letter"
                            + " and has 80 at most.");
        }
        Checked checked = checking.check(wanted.text());
        if (checked.name() != null && !checked.name().equals(procedure)) {
            throw Problem.invalid(
                    "The text calls itself %s, and is to be kept as %s. Give both the same name."
                            .formatted(checked.name(), procedure));
        }
        Draft draft =
                new Draft(
                        procedure,
                        wanted.text(),
                        wanted.basedOn() + 1,
                        me.id(),
                        me.name(),
                        clock.instant());
        writes.run(() -> keep(me, draft, checked));
        return kept(draft);
    }

    private void keep(SignedIn me, Draft draft, Checked checked) {
        if (!drafts.keep(draft)) {
            throw meanwhile();
        }
        record.append(
                Entry.by(EntryKind.PROCEDURE_KEPT, me.id(), me.name())
                        .data("procedure", draft.name())
                        .data("edit", draft.edit())
                        .data("result", checked.result()));
    }

    private static Problem meanwhile() {
        return new Problem(
                409,
                "changed-meanwhile",
                "Somebody else changed this procedure meanwhile. Copy your text, look at theirs,"
                        + " and put both together.");
    }

    @ApiCall(
            id = "removeProcedure",
            summary = "Takes a procedure away.",
            asked = {"edit=1: the edit that was last seen"},
            refuses = {"409 changed-meanwhile"})
    @DeleteMapping("/api/procedures/{procedure}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(SignedIn me, @PathVariable String procedure, @RequestParam long edit) {
        me.must(Right.SET_UP);
        writes.run(
                () -> {
                    if (!drafts.remove(procedure, edit)) {
                        throw meanwhile();
                    }
                    record.append(
                            Entry.by(EntryKind.PROCEDURE_TAKEN_AWAY, me.id(), me.name())
                                    .data("procedure", procedure));
                });
    }
}
