package earnest.mailin;

import earnest.checks.ProofAlone;
import earnest.links.LinkPurpose;
import earnest.selfservice.PagesBeside;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The link in an answer to a mail: to the page of whoever wrote, on the same ticket. */
@Component
class FinishLink implements LinkPurpose, PagesBeside.Opener {
    static final String PURPOSE = "finish-by-mail";
    static final Duration LASTS = Duration.ofHours(24);
    private static final String GO_ON = "go-on";
    private static final String NOT_ME = "not-me";
    private static final Shown SHOWN =
            new Shown(
                    "Did you write to the service desk?",
                    List.of(
                            "A mail came from your mailbox that asks for help. Here you prove that"
                                    + " it is you, and choose a new password; nobody sees what you"
                                    + " type."),
                    List.of(
                            new Choice(GO_ON, "It was me: go on here", false),
                            new Choice(NOT_ME, "I did not ask for this", true)));

    private final MailRows rows;
    private final Tickets tickets;

    FinishLink(MailRows rows, Tickets tickets) {
        this.rows = rows;
        this.tickets = tickets;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    @Override
    public String page() {
        return ProofAlone.PAGE;
    }

    private Optional<UUID> open(UUID about) {
        return rows.find(about)
                .map(MailRows.Row::ticket)
                .filter(ticket -> tickets.view(ticket).conversation() != null);
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return open(about).map(ticket -> SHOWN);
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return open(about)
                .map(
                        ticket -> {
                            if (choice.equals(GO_ON)) {
                                rows.pageAsked(about);
                                return new Told("You go on here.");
                            }
                            tickets.warn(
                                    ticket, "Mail: its mailbox says: 'I did not ask for this'");
                            return new Told("Thank you. The service desk is told.");
                        });
    }

    @Override
    public Optional<UUID> opens(UUID about) {
        return rows.find(about).filter(MailRows.Row::pageAsked).map(MailRows.Row::ticket);
    }
}
