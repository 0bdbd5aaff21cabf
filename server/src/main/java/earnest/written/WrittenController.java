package earnest.written;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.checks.Standing;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.UUID;

/** What an analyst writes to whoever writes. */
@RestController
class WrittenController {
    /** May hold a secret by mistake: it has no text form. */
    @Schema(name = "LineToWrite")
    record ToWrite(@NotBlank @Size(max = Written.LONGEST) @ManyLines String words) {
        @Override
        public String toString() {
            return "(a line)";
        }
    }

    @Schema(name = "WritingNow")
    record Now(boolean writing) {}

    private final WrittenLines lines;
    private final WritingNow writing;
    private final Tickets tickets;
    private final Standing standing;
    private final Writes writes;

    WrittenController(
            WrittenLines lines,
            WritingNow writing,
            Tickets tickets,
            Standing standing,
            Writes writes) {
        this.lines = lines;
        this.writing = writing;
        this.tickets = tickets;
        this.standing = standing;
        this.writes = writes;
    }

    @ApiCall(
            id = "writeLine",
            summary = "Writes to whoever writes on the ticket.",
            more = "What looks like a secret is masked before it is stored or sent.",
            refuses = {
                "409 held-by-another",
                "409 closed",
                "409 not-written",
                "409 nobody-there",
                "422 secret-in-line",
                "429 too-many-lines"
            },
            example = "{\"words\": \"One check is left. It takes about a minute.\"}")
    @PostMapping("/api/tickets/{ticket}/lines")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void write(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody ToWrite line) {
        me.must(Right.WORK_AT_DESK);
        if (standing.holdsLiveSecret(ticket, line.words())) {
            throw new Problem(
                    422,
                    "secret-in-line",
                    "That holds a password or code that is still in force, and nothing secret goes"
                            + " through what is written. Take it out; nothing was sent.");
        }
        writes.run(() -> lines.analyst(ticket, new Actor.AtDesk(me), line.words().strip()));
    }

    @ApiCall(
            id = "offerPage",
            summary = "Offers whoever writes a page of their own on this ticket.",
            more =
                    "There they prove themselves and choose a password, which nobody at the desk"
                            + " sees; what they prove there counts on the ticket.",
            refuses = {
                "409 held-by-another",
                "409 closed",
                "409 not-written",
                "409 nobody-there",
                "409 nobody-named",
                "429 too-many-lines"
            })
    @PostMapping("/api/tickets/{ticket}/page")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void offerPage(SignedIn me, @PathVariable UUID ticket) {
        writes.run(() -> lines.offerPage(ticket, new Actor.AtDesk(me)));
    }

    @ApiCall(
            id = "writingNow",
            summary = "Says that the analyst is writing just now, and whether the other side is.",
            refuses = {"409 held-by-another", "409 closed"},
            example = "{\"writing\": true}")
    @PostMapping("/api/tickets/{ticket}/writing")
    Now writing(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Now now) {
        return writes.get(
                () -> {
                    tickets.hold(ticket, me);
                    if (now.writing()) {
                        writing.writes(ticket, Written.Side.ANALYST);
                    }
                    return new Now(writing.isWriting(ticket, Written.Side.PERSON));
                });
    }

    @ApiCall(id = "otherSideWriting", summary = "Says whether whoever writes is writing just now.")
    @GetMapping("/api/tickets/{ticket}/writing")
    Now isWriting(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.WORK_AT_DESK);
        tickets.view(ticket);
        return new Now(writing.isWriting(ticket, Written.Side.PERSON));
    }
}
