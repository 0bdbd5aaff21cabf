package earnest.tickets;

import earnest.access.SignedIn;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.UUID;

/** What an analyst does with a ticket as a whole. */
@RestController
class TicketController {
    @Schema(name = "PersonClaimed")
    record Claim(@NotNull UUID person, long version) {}

    @Schema(name = "PassWanted")
    record Pass(@NotNull UUID to) {}

    /**
     * @param at null: not any more
     */
    @Schema(name = "RingBackWanted")
    record RingBack(@Nullable Instant at) {}

    private final Tickets tickets;

    TicketController(Tickets tickets) {
        this.tickets = tickets;
    }

    @ApiCall(
            id = "answerCall",
            summary = "Answers the call that rings.",
            refuses = {"409 not-ringing", "409 gone", "409 held-by-another", "409 closed"})
    @PostMapping("/api/tickets/{ticket}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(SignedIn me, @PathVariable UUID ticket) {
        tickets.answer(ticket, me);
    }

    @ApiCall(
            id = "takeTicket",
            summary = "Takes a ticket over from a colleague.",
            refuses = {"409 closed", "409 not-open"})
    @PostMapping("/api/tickets/{ticket}/take")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void take(SignedIn me, @PathVariable UUID ticket) {
        tickets.take(ticket, me);
    }

    @ApiCall(
            id = "passTicket",
            summary = "Passes a ticket on to a colleague.",
            more =
                    "To a colleague who is at the desk; the id is one that GET /api/analysts "
                            + "lists.",
            refuses = {"409 held-by-another", "409 closed"},
            example = "{\"to\": \"0199c0de-0000-7000-8000-000000000001\"}")
    @PostMapping("/api/tickets/{ticket}/pass")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void pass(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Pass pass) {
        tickets.pass(ticket, me, pass.to());
    }

    @ApiCall(
            id = "endCall",
            summary = "Ends the conversation that is spoken in.",
            refuses = {"409 no-call", "409 held-by-another", "409 closed"})
    @PostMapping("/api/tickets/{ticket}/hang-up")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void hangUp(SignedIn me, @PathVariable UUID ticket) {
        tickets.hangUp(ticket, me);
    }

    @ApiCall(
            id = "endHeldCall",
            summary = "Ends the conversation that is held.",
            refuses = {"409 no-call", "409 held-by-another", "409 closed"})
    @PostMapping("/api/tickets/{ticket}/hang-up-held")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void hangUpHeld(SignedIn me, @PathVariable UUID ticket) {
        tickets.hangUpHeld(ticket, me);
    }

    @ApiCall(
            id = "speakWithHeld",
            summary = "Speaks again with the conversation that is held.",
            refuses = {"409 no-call", "409 held-by-another", "409 closed"})
    @PostMapping("/api/tickets/{ticket}/speak")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void speak(SignedIn me, @PathVariable UUID ticket) {
        tickets.speak(ticket, me);
    }

    @ApiCall(
            id = "sayPressed",
            summary = "Says, unheard by the other side, that they press the analyst.",
            more =
                    "Colleagues see it at once, it counts against the standing as the rulebook"
                            + " says, and it stays on the ticket.",
            refuses = {"409 held-by-another", "409 closed"})
    @PostMapping("/api/tickets/{ticket}/pressed")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void pressed(SignedIn me, @PathVariable UUID ticket) {
        tickets.pressed(ticket, me);
    }

    @ApiCall(
            id = "ringBackLater",
            summary = "Notes when the person is to be rung back, and ends the line.",
            more =
                    "The page stays as it is, and shows when it is due. Without a time the note is"
                            + " taken away.",
            refuses = {"409 held-by-another", "409 closed", "422 invalid"},
            example = "{\"at\": \"2026-11-23T10:30:00Z\"}")
    @PostMapping("/api/tickets/{ticket}/ring-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ringBack(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody RingBack wanted) {
        tickets.ringBack(ticket, me, wanted.at());
    }

    @ApiCall(
            id = "claim",
            summary =
                    "Names whom the caller says to be. Another name ends what was open for the "
                            + "former.",
            more =
                    "It says who the other side says they are, before any proof; what was "
                            + "proved for somebody else does not count for them.",
            refuses = {"409 held-by-another", "409 closed", "409 changed-meanwhile"},
            example = "{\"person\": \"0199c0de-0000-7000-8000-000000000001\", \"version\": 1}")
    @PostMapping("/api/tickets/{ticket}/claim")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void claim(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Claim claim) {
        tickets.claim(ticket, me, claim.person(), claim.version());
    }
}
