package earnest.procedures;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.procedures.Procedure;
import earnest.core.procedures.Reading;
import earnest.ground.ApiCall;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;

/** Publishes procedures and takes them out of use. */
@RestController
class PublishController {
    /** One in use. */
    @Schema(name = "ProcedurePublished")
    record InUse(String name, int version, String title, List<String> starts) {}

    private final DraftRows drafts;
    private final VersionRows versions;
    private final Checking checking;
    private final TheRecord record;
    private final Writes writes;
    private final Ids ids;

    PublishController(
            DraftRows drafts,
            VersionRows versions,
            Checking checking,
            TheRecord record,
            Writes writes,
            Ids ids) {
        this.drafts = drafts;
        this.versions = versions;
        this.checking = checking;
        this.record = record;
        this.writes = writes;
        this.ids = ids;
    }

    @ApiCall(
            id = "proceduresInUse",
            summary = "Lists the procedures that are in use, with what they start on.")
    @GetMapping("/api/procedures-in-use")
    List<InUse> inUse(SignedIn me) {
        if (!me.may(Right.SET_UP)) {
            me.must(Right.WORK_AT_DESK);
        }
        return versions.inUse().stream().map(PublishController::shown).toList();
    }

    private static InUse shown(Published.Version version) {
        return new InUse(
                version.name(),
                version.number(),
                version.title(),
                version.procedure().starts().stream().map(Object::toString).toList());
    }

    @ApiCall(
            id = "publishProcedure",
            summary = "Publishes a procedure as it is kept: from now on it starts by itself.",
            more =
                    "What changes accounts is published by somebody else than who wrote it. A run"
                            + " stays on the version on which it began.",
            refuses = {
                "403 second-author",
                "404 unknown",
                "409 changed-meanwhile",
                "422 still-to-mend",
                "422 cannot-run-yet"
            })
    @PostMapping("/api/procedures/{procedure}/publish")
    InUse publish(SignedIn me, @PathVariable String procedure) {
        me.must(Right.SET_UP);
        Draft draft = drafts.find(procedure).orElseThrow(() -> Problem.unknown("procedure"));
        Procedure read = Reading.of(draft.text()).procedure();
        if (read == null || !checking.check(draft.text()).mayRun()) {
            throw new Problem(
                    422,
                    "still-to-mend",
                    "Something in it is still to be mended. Look at its margin first.");
        }
        String cannot = CanRun.cannot(read);
        if (cannot != null) {
            throw new Problem(
                    422,
                    "cannot-run-yet",
                    "Earnest cannot carry this out yet: %s. It is kept, and not published."
                            .formatted(cannot));
        }
        if (CanRun.changesAccounts(read) && draft.authorId().equals(me.id())) {
            throw new Problem(
                    403,
                    "second-author",
                    "It changes accounts, and you wrote it. Ask another steward to read and publish"
                            + " it.");
        }
        return writes.get(() -> published(me, draft, read));
    }

    private InUse published(SignedIn me, Draft draft, Procedure read) {
        int number = versions.latest(draft.name()) + 1;
        versions.retire(draft.name());
        java.util.UUID id = ids.next();
        boolean added =
                versions.add(
                        id,
                        draft.name(),
                        number,
                        read.title().text(),
                        draft.text(),
                        draft.authorName(),
                        me.name());
        if (!added) {
            throw new Problem(
                    409, "changed-meanwhile", "Somebody else published it at the same moment.");
        }
        record.append(
                Entry.by(EntryKind.PROCEDURE_PUBLISHED, me.id(), me.name())
                        .data("procedure", draft.name())
                        .data("version", number));
        return shown(versions.version(id).orElseThrow());
    }

    @ApiCall(
            id = "retireProcedure",
            summary = "Takes a procedure out of use: it starts no more. Runs go on to their end.",
            refuses = {"404 unknown"})
    @DeleteMapping("/api/procedures/{procedure}/publish")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void retire(SignedIn me, @PathVariable String procedure) {
        me.must(Right.SET_UP);
        writes.run(
                () -> {
                    if (!versions.retire(procedure)) {
                        throw Problem.unknown("procedure in use");
                    }
                    record.append(
                            Entry.by(EntryKind.PROCEDURE_RETIRED, me.id(), me.name())
                                    .data("procedure", procedure));
                });
    }
}
