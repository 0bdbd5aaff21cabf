package earnest.desk;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.checks.Standing;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;
import earnest.ground.Problem;
import earnest.ground.Reads;
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

/** What the desk shows. */
@RestController
class DeskController {
    @Schema(name = "SummaryDraft")
    record Draft(String summary) {}

    @Schema(name = "TicketClosing")
    record Closing(@NotBlank @Size(max = 2000) @ManyLines String summary, long version) {}

    private final Queue queue;
    private final PageReader pages;
    private final AccountsReader accounts;
    private final Summary summary;
    private final Tickets tickets;
    private final Standing standing;
    private final Reads reads;

    DeskController(
            Queue queue,
            PageReader pages,
            AccountsReader accounts,
            Summary summary,
            Tickets tickets,
            Standing standing,
            Reads reads) {
        this.queue = queue;
        this.pages = pages;
        this.accounts = accounts;
        this.summary = summary;
        this.tickets = tickets;
        this.standing = standing;
        this.reads = reads;
    }

    @ApiCall(
            id = "desk",
            summary =
                    "Gives what is at hand: calls that wait, tickets in hand, those of "
                            + "colleagues.",
            more =
                    "What it gives changes with every call and every colleague; `/api/live` "
                            + "says when to ask again.")
    @GetMapping("/api/desk")
    Queue.Edge desk(SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        return queue.edge(me);
    }

    @ApiCall(
            id = "ticketPage",
            summary = "Gives the page of a ticket: who, proof, change and handover.",
            more =
                    "One page with everything that somebody at the desk needs to go on, but "
                            + "the live state of the accounts. No secret is ever in it. A page that"
                            + " follows `/api/live?ticket=` is told it again whenever it"
                            + " changes.")
    @GetMapping("/api/tickets/{ticket}")
    Page page(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.WORK_AT_DESK);
        return pages.page(me, ticket);
    }

    @ApiCall(
            id = "ticketAccounts",
            summary = "Gives the accounts of the person named, read from their systems now.",
            more =
                    "All systems are asked side by side, so it takes as long as the slowest, "
                            + "five seconds at most.",
            refuses = {"409 cannot-be-helped", "409 nobody-named"})
    @GetMapping("/api/tickets/{ticket}/accounts")
    AccountsReader.Accounts accounts(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.WORK_AT_DESK);
        return accounts.read(ticket, me);
    }

    @ApiCall(id = "ticketSummary", summary = "Drafts a summary of what was done.")
    @GetMapping("/api/tickets/{ticket}/summary")
    Draft draft(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.WORK_AT_DESK);
        return reads.get(() -> new Draft(summary.of(ticket)));
    }

    @ApiCall(
            id = "closeTicket",
            summary = "Closes a ticket with a summary. A password in it is refused.",
            more =
                    "Lines that are still there are ended. The summary is refused if it "
                            + "holds a code or a password of this ticket.",
            refuses = {
                "422 secret-in-summary",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            },
            example = "{\"summary\": \"Unlocked after a call back.\", \"version\": 7}")
    @PostMapping("/api/tickets/{ticket}/close")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void close(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Closing closing) {
        me.must(Right.WORK_AT_DESK);
        if (reads.get(() -> standing.holdsLiveSecret(ticket, closing.summary()))) {
            throw new Problem(
                    422,
                    "secret-in-summary",
                    "The summary holds a password or code that is still in force. Take it out;"
                            + " nothing was saved.");
        }
        tickets.close(ticket, me, closing.summary().strip(), closing.version());
    }
}
