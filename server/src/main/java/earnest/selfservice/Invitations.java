package earnest.selfservice;

import earnest.access.GuessLimits;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.tickets.Tickets;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;
import java.util.UUID;

/**
 * An analyst invites the person of a ticket to set up what proves them. Whoever follows the
 * invitation has to prove themselves like anybody else.
 */
@RestController
class Invitations {
    private static final GuessLimits.Limit A_DAY = new GuessLimits.Limit(2, Duration.ofDays(1));

    private final Tickets tickets;
    private final Inviting inviting;
    private final GuessLimits limits;
    private final Writes writes;

    Invitations(Tickets tickets, Inviting inviting, GuessLimits limits, Writes writes) {
        this.tickets = tickets;
        this.inviting = inviting;
        this.limits = limits;
        this.writes = writes;
    }

    @ApiCall(
            id = "inviteToProofs",
            summary = "Invites the person of a ticket to set up what proves them.",
            more =
                    "A message goes to a contact on record, with the public address of their page."
                            + " It proves nothing: whoever follows it proves themselves first.",
            refuses = {
                "409 held-by-another",
                "409 closed",
                "409 nobody-named",
                "409 not-reached",
                "409 not-wanted",
                "429 slow-down"
            })
    @PostMapping("/api/tickets/{ticket}/invitation")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void invite(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.WORK_AT_DESK);
        UUID named = tickets.view(ticket).person();
        // Counted outside the transaction, since counting is one of its own.
        if (named != null && !limits.take("invitation " + named, A_DAY)) {
            throw new Problem(
                    429, "slow-down", "They were invited twice already. Invite them tomorrow.");
        }
        writes.run(() -> invite(tickets.hold(ticket, me), me));
    }

    private void invite(Tickets.View ticket, SignedIn me) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(409, "nobody-named", "Say first who the caller says they are.");
        }
        if (!inviting.wanted(person)) {
            throw new Problem(
                    409,
                    "not-wanted",
                    "They do not want to be invited. Tell them where it is: their own page.");
        }
        if (!inviting.invite(person, ticket, me)) {
            throw new Problem(
                    409, "not-reached", "No message reaches them at a contact on record.");
        }
    }
}
