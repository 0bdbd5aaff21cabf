package earnest.mailin;

import earnest.access.GuessLimits;
import earnest.channels.ChannelDeeds;
import earnest.channels.ChannelWords;
import earnest.channels.Messages;
import earnest.channels.TicketChannel;
import earnest.written.Written;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** Mails as a channel of tickets. */
@Component
class MailIn implements TicketChannel {
    static final String ID = "mail";

    /** The fact that a mail shows: from where it says it comes. */
    static final String FROM = "from";

    private static final GuessLimits.Limit ANSWERS = new GuessLimits.Limit(20, Duration.ofHours(1));

    private static final ChannelWords WORDS =
            new ChannelWords(
                    "A mail",
                    "A mail",
                    "A mail",
                    "Somebody who wrote a mail",
                    "by mail",
                    "by mail",
                    "by mail",
                    "the exchange is over",
                    "nobody reads on",
                    "Sender",
                    "no sender shown",
                    "No sender was shown.",
                    "mailbox of",
                    "You began with a mail.",
                    "End the exchange");

    private static final ChannelDeeds DEEDS =
            new ChannelDeeds(
                    "Mail",
                    "wrote a mail",
                    "wrote a mail",
                    "took the mail",
                    "ended the exchange",
                    "the mail waits",
                    "went on with the mail",
                    "the exchange broke off");

    private final MailRows rows;
    private final GuessLimits limits;
    private final ObjectProvider<Written> written;
    private final ObjectProvider<Messages> messages;

    MailIn(
            MailRows rows,
            GuessLimits limits,
            ObjectProvider<Written> written,
            ObjectProvider<Messages> messages) {
        this.rows = rows;
        this.limits = limits;
        this.written = written;
        this.messages = messages;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public ChannelWords words() {
        return WORDS;
    }

    @Override
    public ChannelDeeds deeds() {
        return DEEDS;
    }

    @Override
    public String other() {
        return "Somebody by mail";
    }

    @Override
    public boolean written() {
        return true;
    }

    /** Whoever wrote a mail went on with their day. */
    @Override
    public boolean present() {
        return false;
    }

    @Override
    public Optional<Address> address(Map<String, String> facts) {
        return Optional.ofNullable(facts.get(FROM)).map(from -> new Address(from, masked(from)));
    }

    /** The first letter and where it is. */
    static String masked(String mailbox) {
        int at = mailbox.indexOf('@');
        return at < 1 ? "•••" : mailbox.charAt(0) + "•••" + mailbox.substring(at);
    }

    @Override
    public Optional<Glimpse> glimpse(String reference) {
        return rows.find(UUID.fromString(reference))
                .map(MailRows.Row::ticket)
                .map(
                        ticket ->
                                new Glimpse(
                                        written.getObject()
                                                .opening(ticket)
                                                .map("“%s”"::formatted)
                                                .orElse(WORDS.unnamed()),
                                        "mail"));
    }

    /** Goes back to the mailbox that wrote, never more than so many an hour. */
    @Override
    public void wrote(UUID ticket, UUID line) {
        rows.firstOf(ticket)
                .filter(mail -> mayAnswer(mail.sender()))
                .ifPresent(
                        mail ->
                                messages.getObject()
                                        .answer(AnswerMail.WRITTEN, line, ticket, mail.sender()));
    }

    /** Whether one more answer may go to a mailbox within this hour. */
    boolean mayAnswer(String mailbox) {
        return !mailbox.isEmpty() && limits.take("mail-answers " + mailbox, ANSWERS);
    }
}
