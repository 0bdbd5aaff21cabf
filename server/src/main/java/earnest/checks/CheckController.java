package earnest.checks;

import earnest.access.SignedIn;
import earnest.checks.methods.Reply;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.tickets.Actor;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.UUID;

/** Making checks. */
@RestController
class CheckController {
    @Schema(name = "CheckWanted")
    record Begin(@NotBlank @Size(max = 80) String offer) {}

    @Schema(name = "CheckBegun")
    record Begun(UUID check) {}

    /**
     * What the analyst typed, or which of the form's choices they took; one of the two. What was
     * typed is a secret: it has no text form.
     */
    record CheckReply(
            @Nullable @Size(min = 1, max = 160) String typed,
            @Nullable @Size(min = 1, max = 40) String chosen) {
        @Override
        public String toString() {
            return "(reply)";
        }
    }

    private final Proving proving;
    private final Replies replies;

    CheckController(Proving proving, Replies replies) {
        this.proving = proving;
        this.replies = replies;
    }

    @ApiCall(
            id = "beginCheck",
            summary = "Begins a check that the page of the ticket offers.",
            more =
                    "The offer is the id of one that the page lists under the proof. "
                            + "Beginning another check lets the open one go.",
            refuses = {
                "409 line-held",
                "409 not-offered",
                "409 nobody-named",
                "409 nobody-on-the-line",
                "429 too-many-checks",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            },
            example = "{\"offer\": \"authenticator\"}")
    @PostMapping("/api/tickets/{ticket}/checks")
    Begun begin(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Begin begin) {
        return new Begun(proving.begin(ticket, new Actor.AtDesk(me), begin.offer()));
    }

    @ApiCall(
            id = "replyToCheck",
            summary =
                    "Gives what the caller said, or which of the choices of its form. A wrong "
                            + "answer is a result, not a problem.",
            more =
                    "Either `typed` (a code, a text) or `chosen` (the id of a choice of the form),"
                        + " never both. What comes of it is `passed`, `failed`, `denied`, `wrong`"
                        + " with tries left, `expired` or `open`.",
            refuses = {
                "409 line-held",
                "409 check-over",
                "409 conversation-over",
                "409 too-early",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            },
            example = "{\"typed\": \"123456\"}")
    @PostMapping("/api/tickets/{ticket}/checks/{check}/reply")
    Replies.Outcome reply(
            SignedIn me,
            @PathVariable UUID ticket,
            @PathVariable UUID check,
            @Valid @RequestBody CheckReply reply) {
        String typed = reply.typed();
        String chosen = reply.chosen();
        if (typed != null && chosen == null) {
            try (Secret secret = Secret.of(typed.strip())) {
                return replies.reply(ticket, check, new Actor.AtDesk(me), new Reply.Typed(secret));
            }
        }
        if (typed == null && chosen != null) {
            return replies.reply(ticket, check, new Actor.AtDesk(me), new Reply.Chosen(chosen));
        }
        throw Problem.invalid("A reply is typed or chosen, one of the two.");
    }

    @ApiCall(
            id = "endCheck",
            summary = "Ends a check without an answer.",
            refuses = {
                "409 check-over",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            })
    @DeleteMapping("/api/tickets/{ticket}/checks/{check}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(SignedIn me, @PathVariable UUID ticket, @PathVariable UUID check) {
        proving.drop(ticket, check, new Actor.AtDesk(me));
    }
}
