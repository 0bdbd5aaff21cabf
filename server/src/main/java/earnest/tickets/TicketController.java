package earnest.tickets;

import earnest.access.SignedIn;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.UUID;

/** What an analyst does with a ticket as a whole. */
@RestController
@ResponseStatus(HttpStatus.NO_CONTENT)
class TicketController {
    record Claim(@NotNull UUID person, long version) {}

    record Pass(@NotNull UUID to) {}

    private final Tickets tickets;

    TicketController(Tickets tickets) {
        this.tickets = tickets;
    }

    @PostMapping("/api/tickets/{ticket}/answer")
    void answer(SignedIn me, @PathVariable UUID ticket) {
        tickets.answer(ticket, me);
    }

    @PostMapping("/api/tickets/{ticket}/take")
    void take(SignedIn me, @PathVariable UUID ticket) {
        tickets.take(ticket, me);
    }

    @PostMapping("/api/tickets/{ticket}/pass")
    void pass(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Pass pass) {
        tickets.pass(ticket, me, pass.to());
    }

    @PostMapping("/api/tickets/{ticket}/hang-up")
    void hangUp(SignedIn me, @PathVariable UUID ticket) {
        tickets.hangUp(ticket, me);
    }

    @PostMapping("/api/tickets/{ticket}/hang-up-held")
    void hangUpHeld(SignedIn me, @PathVariable UUID ticket) {
        tickets.hangUpHeld(ticket, me);
    }

    @PostMapping("/api/tickets/{ticket}/speak")
    void speak(SignedIn me, @PathVariable UUID ticket) {
        tickets.speak(ticket, me);
    }

    @PostMapping("/api/tickets/{ticket}/claim")
    void claim(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Claim claim) {
        tickets.claim(ticket, me, claim.person(), claim.version());
    }
}
