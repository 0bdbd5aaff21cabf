package earnest.mailin;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;
import earnest.links.Links;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** The answer to a mailbox on record: with a link to the page of its person. */
@Component
class FinishMail implements MessageWriter {
    static final String OCCASION = "finish-by-link";

    private final MailRows rows;
    private final Tickets tickets;
    private final Links links;

    FinishMail(MailRows rows, Tickets tickets, Links links) {
        this.rows = rows;
        this.tickets = tickets;
        this.links = links;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Your mail to the service desk: go on here";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return rows.find(about)
                .map(MailRows.Row::ticket)
                .map(tickets::view)
                .filter(ticket -> ticket.conversation() != null)
                .map(
                        ticket ->
                                AroundSecret.words(
                                        AnswerMail.OPENED.formatted(ticket.shown())
                                                + " You can go on at once: prove on a page of your"
                                                + " own that it is you, and choose a new password"
                                                + " there. The link works once, for a day:\n\n",
                                        links.address(about),
                                        "\n\n"
                                            + "You did not write to us? Say so there. We never ask"
                                            + " for a password by mail."));
    }
}
