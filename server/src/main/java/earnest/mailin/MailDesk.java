package earnest.mailin;

import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.core.understanding.Understanding;
import earnest.ground.Ids;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.links.Links;
import earnest.people.People;
import earnest.selfservice.PagesBeside;
import earnest.tickets.Tickets;
import earnest.written.Reading;
import earnest.written.Wants;
import earnest.written.Written;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A mail becomes a ticket or joins one, once; and is answered. */
@Service
class MailDesk {
    private static final int MOST_WORDS = 60;
    private static final Pattern OURS =
            Pattern.compile(
                    "<([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})@[^>]+>");

    private final MailRows rows;
    private final MailIn channel;
    private final Written written;
    private final Wants wants;
    private final Reading reading;
    private final Messages messages;
    private final Links links;
    private final People people;
    private final Tickets tickets;
    private final Writes writes;
    private final Ids ids;
    private final Waypoints waypoints;

    MailDesk(
            MailRows rows,
            MailIn channel,
            Written written,
            Wants wants,
            Reading reading,
            Messages messages,
            Links links,
            People people,
            Tickets tickets,
            Writes writes,
            Ids ids,
            Waypoints waypoints) {
        this.rows = rows;
        this.channel = channel;
        this.written = written;
        this.wants = wants;
        this.reading = reading;
        this.messages = messages;
        this.links = links;
        this.people = people;
        this.tickets = tickets;
        this.writes = writes;
        this.ids = ids;
        this.waypoints = waypoints;
    }

    /** Takes one. Read again, by this node or another, it changes nothing. */
    void take(IncomingMail mail) {
        Understanding.Understood read = reading.read(mail.words());
        Optional<People.Person> named = named(mail);
        writes.run(
                () -> {
                    UUID id = ids.next();
                    boolean fresh = rows.add(id, mail.id(), mail.sender());
                    if (fresh && !mail.robot()) {
                        taken(id, mail, read, named);
                    }
                    if (fresh && mail.cameBack() != null) {
                        cameBack(mail.cameBack());
                    }
                    waypoints.pass("mail-taken-uncommitted");
                });
        waypoints.pass("mail-taken-committed");
    }

    private void taken(
            UUID id,
            IncomingMail mail,
            Understanding.Understood read,
            Optional<People.Person> named) {
        Optional<UUID> before = joins(mail);
        UUID ticket =
                before.orElseGet(
                        () ->
                                tickets.beginsAlone(
                                        MailIn.ID,
                                        id.toString(),
                                        named.map(People.Person::id).orElse(null)));
        rows.onTicket(id, ticket, before.isEmpty());
        written.person(ticket, "mail-" + id, read);
        if (mail.attachments() > 0) {
            written.told(
                    ticket,
                    "files-" + id,
                    mail.attachments() == 1
                            ? "A file hung on the mail. Nobody reads it."
                            : mail.attachments() + " files hung on the mail. Nobody reads them.");
        }
        read.wants().stream()
                .filter(one -> one.sure() >= Understanding.ENOUGH)
                .findFirst()
                .ifPresent(sure -> wants.keep(ticket, sure));
        if (before.isEmpty()) {
            tickets.remind(ticket, null);
            answer(id, ticket, mail.sender(), named);
        } else {
            tickets.remind(ticket, "Mail: wrote again");
        }
    }

    /** One of ours could not be delivered; whoever waits for what it brings is told. */
    private void cameBack(IncomingMail.CameBack mail) {
        Matcher ours = OURS.matcher(mail.id());
        if (ours.matches()) {
            messages.cameBack(
                    UUID.fromString(ours.group(1)),
                    mail.status().equals("5.1.1")
                            ? "it came back, since there is no such mailbox"
                            : "it came back (%s)".formatted(mail.status()));
        }
    }

    /** The open ticket that it answers, if the same mailbox began it. */
    private Optional<UUID> joins(IncomingMail mail) {
        for (String answered : mail.answers().reversed()) {
            Matcher ours = OURS.matcher(answered);
            Optional<UUID> ticket =
                    ours.matches()
                            ? messages.ticketOf(UUID.fromString(ours.group(1)))
                            : Optional.empty();
            Optional<UUID> open =
                    ticket.filter(t -> tickets.view(t).state() != Tickets.State.CLOSED)
                            .filter(
                                    t ->
                                            rows.firstOf(t)
                                                    .filter(m -> m.sender().equals(mail.sender()))
                                                    .isPresent());
            if (open.isPresent()) {
                return open;
            }
        }
        return Optional.empty();
    }

    /** Whom the mail names, or whose mailbox it says it comes from; a claim either way. */
    private Optional<People.Person> named(IncomingMail mail) {
        List<String> words =
                Arrays.stream(mail.words().split("[\\s,;:()<>]+"))
                        .map(word -> word.replaceAll("[.!?]+$", ""))
                        .filter(word -> word.length() > 3)
                        .filter(word -> word.matches(".*[0-9@].*") || word.matches("[a-z.]+"))
                        .distinct()
                        .limit(MOST_WORDS)
                        .toList();
        return words.stream()
                .map(people::whoIs)
                .flatMap(Optional::stream)
                .findFirst()
                .or(() -> mail.sender().isEmpty() ? Optional.empty() : people.whoIs(mail.sender()));
    }

    /** A link, if the mailbox is on record for whom it names; else the public address. */
    private void answer(UUID id, UUID ticket, String sender, Optional<People.Person> named) {
        if (!channel.mayAnswer(sender)) {
            rows.answered(id, "none");
            return;
        }
        Optional<People.Contact> own =
                named.flatMap(
                        person ->
                                people.contacts(person.id()).stream()
                                        .filter(contact -> contact.value().equals(sender))
                                        .filter(contact -> messages.reach(contact).isPresent())
                                        .findFirst());
        if (own.isPresent()) {
            links.make(FinishLink.PURPOSE, id, FinishLink.LASTS);
            messages.send(
                    FinishMail.OCCASION,
                    id,
                    new Recipient(ticket, named.orElseThrow().id(), own.get().id()));
            rows.answered(id, "link");
        } else {
            boolean leaves = messages.answer(AnswerMail.PUBLIC, id, ticket, sender).isPresent();
            rows.answered(id, leaves ? "public" : "none");
        }
    }

    /** They are told once that it is done. */
    @EventListener
    void on(Tickets.Closed closed) {
        rows.firstOf(closed.ticket())
                .filter(mail -> rows.doneTold(mail.id()))
                .filter(mail -> channel.mayAnswer(mail.sender()))
                .ifPresent(
                        mail ->
                                messages.answer(
                                        AnswerMail.DONE,
                                        mail.id(),
                                        closed.ticket(),
                                        mail.sender()));
    }

    @EventListener
    void on(PagesBeside.Done done) {
        rows.firstOf(done.ticket())
                .ifPresent(
                        mail -> {
                            written.told(
                                    done.ticket(),
                                    "set-" + written.count(done.ticket()),
                                    "They set a new password in " + done.where() + ".");
                            if (tickets.view(done.ticket()).holder() == null) {
                                tickets.endsAlone(
                                        done.ticket(),
                                        "Set a new password for "
                                                + done.where()
                                                + " by themselves, out of a mail");
                            }
                        });
    }
}
