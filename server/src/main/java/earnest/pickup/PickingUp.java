package earnest.pickup;

import earnest.access.GuessLimits;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.checks.Standing;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/** Sends pick-up words to where somebody proved to be, and takes them when they are said. */
@Service
class PickingUp implements PickUps {
    private static final Duration LASTS = Duration.ofHours(1);
    private static final int TRIES = 3;
    private static final GuessLimits.Limit SENT = new GuessLimits.Limit(5, Duration.ofHours(1));

    private final PickUpRepository rows;
    private final PickUpWords words;
    private final Tickets tickets;
    private final Standing standing;
    private final People people;
    private final Messages messages;
    private final GuessLimits limits;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    PickingUp(
            PickUpRepository rows,
            PickUpWords words,
            Tickets tickets,
            Standing standing,
            People people,
            Messages messages,
            GuessLimits limits,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.rows = rows;
        this.words = words;
        this.tickets = tickets;
        this.standing = standing;
        this.people = people;
        this.messages = messages;
        this.limits = limits;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /** Where words go, and what they bring back. */
    private record Way(People.Contact contact, UUID conversation) {}

    /** The latest contact at which they proved to be and that a message reaches. */
    private Optional<Way> way(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null || ticket.state() != Tickets.State.OPEN) {
            return Optional.empty();
        }
        return standing.provedContacts(ticket).stream()
                .flatMap(
                        proved ->
                                people.contact(person, proved.contact()).stream()
                                        .map(contact -> new Way(contact, proved.conversation())))
                .filter(way -> messages.reach(way.contact()).isPresent())
                .findFirst();
    }

    /**
     * Sends words for a ticket; those sent before are not good any more.
     *
     * @throws Problem 409 if the ticket is not theirs, or nothing proved leads to a contact; 429 if
     *     the person was sent too many
     */
    void send(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        UUID person =
                Objects.requireNonNullElseGet(tickets.view(id).person(), () -> new UUID(0, 0));
        // Counted outside the transaction, since counting is one of its own.
        if (!limits.take("pick-up " + person, SENT)) {
            throw new Problem(
                    429,
                    "slow-down",
                    "This person was sent pick-up words often within the hour. Prove them anew.");
        }
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(id, me);
                    Way way =
                            way(ticket)
                                    .orElseThrow(
                                            () ->
                                                    new Problem(
                                                            409,
                                                            "nothing-to-pick-up",
                                                            "They proved nothing here by a contact"
                                                                + " that words could be sent to."));
                    send(ticket, way, Entry.by(EntryKind.PICK_UP_SENT, me.id(), me.name()));
                });
    }

    /** Whoever is cut off is sent words by themselves, where they proved anything by a contact. */
    @EventListener
    void on(Tickets.Dropped dropped) {
        Tickets.View ticket = tickets.view(dropped.ticket());
        Instant now = clock.instant();
        if (!rows.existsByTicketIdAndStateAndExpiresAtAfter(ticket.id(), PickUp.State.SENT, now)) {
            way(ticket)
                    .ifPresent(way -> send(ticket, way, Entry.byEarnest(EntryKind.PICK_UP_SENT)));
        }
    }

    private void send(Tickets.View ticket, Way way, Entry entry) {
        UUID person = Objects.requireNonNull(ticket.person());
        rows.move(ticket.id(), PickUp.State.SENT, PickUp.State.VOID);
        Instant now = clock.instant();
        PickUp row =
                new PickUp(
                        ids.next(),
                        ticket.id(),
                        way.conversation(),
                        person,
                        way.contact().id(),
                        now,
                        now.plus(LASTS));
        rows.add(row);
        messages.send(
                PickUpMessage.OCCASION,
                row.id,
                new Recipient(ticket.id(), person, way.contact().id()));
        record.append(
                entry.ticket(ticket.id(), way.conversation())
                        .person(person, people.person(person).map(People.Person::name).orElse(null))
                        .data("contact", way.contact().kind().words()));
    }

    /** What came of words that were typed. */
    private record Said(@Nullable UUID ticket, int left) {}

    /**
     * Takes words that whoever is on the line of a ticket said.
     *
     * @return the ticket on which they go on
     * @throws Problem 409 if nobody new is on the line, or there is nothing to go on with; 422 if
     *     they are not the words
     */
    UUID said(UUID id, SignedIn me, Secret typed) {
        Said said = writes.get(() -> taken(tickets.hold(id, me), me, typed));
        if (said.ticket() != null) {
            return said.ticket();
        }
        throw new Problem(
                422,
                "wrong-words",
                said.left() > 0
                        ? "Those are not the words. Ask again, word by word: %d left."
                                .formatted(said.left())
                        : "Those are not the words, for the last time. Prove them anew.");
    }

    private Said taken(Tickets.View ticket, SignedIn me, Secret typed) {
        UUID person = ticket.person();
        ticket.mustBeSpeaking();
        Instant now = clock.instant();
        List<PickUp> waiting = person == null ? List.of() : waiting(person, now);
        if (person == null || waiting.isEmpty()) {
            throw new Problem(
                    409,
                    "nothing-to-pick-up",
                    "No pick-up words wait for this person, or they are over. Prove them anew.");
        }
        if (standing.stopped(person)) {
            throw new Problem(
                    409, "stopped", "Everything of theirs is stopped. Nothing is picked up.");
        }
        for (PickUp row : waiting) {
            if (words.are(row.id, typed)) {
                if (rows.move(row.id, PickUp.State.SENT, PickUp.State.USED, now) == 0) {
                    throw new Problem(409, "decided", "These words were used just now.");
                }
                tickets.goOn(ticket.id(), me, row.ticketId, row.conversationId);
                return new Said(row.ticketId, 0);
            }
        }
        int left = TRIES - 1 - waiting.stream().mapToInt(row -> row.tries).max().orElse(0);
        rows.wrong(person, PickUp.State.SENT, now);
        rows.moveTried(person, PickUp.State.SENT, PickUp.State.VOID, TRIES);
        record.append(
                Entry.byEarnest(EntryKind.PICK_UP_WRONG)
                        .ticket(ticket.id(), ticket.conversation())
                        .person(person, people.person(person).map(People.Person::name).orElse(null))
                        .data("left", left));
        return new Said(null, left);
    }

    private List<PickUp> waiting(UUID person, Instant now) {
        return rows.findByPersonIdAndStateAndExpiresAtAfterOrderByMadeAtDesc(
                person, PickUp.State.SENT, now);
    }

    @Override
    public OnPage onPage(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null || ticket.state() != Tickets.State.OPEN) {
            return new OnPage(null, null, false);
        }
        Instant now = clock.instant();
        List<PickUp> waiting = waiting(person, now);
        @Nullable String sent =
                waiting.stream()
                        .filter(row -> row.ticketId.equals(ticket.id()))
                        .findFirst()
                        .map(row -> sent(person, row))
                        .orElse(null);
        boolean waits =
                ticket.conversation() != null
                        && waiting.stream()
                                .anyMatch(row -> !row.conversationId.equals(ticket.conversation()));
        return new OnPage(
                way(ticket).map(way -> way.contact().kind().words()).orElse(null), sent, waits);
    }

    private @Nullable String sent(UUID person, PickUp row) {
        String to =
                people.contact(person, row.contactId)
                        .map(contact -> contact.kind().words())
                        .orElse("a contact");
        return messages.about(row.id).stream()
                .reduce((first, last) -> last)
                .map(message -> message.going(to))
                .orElse(null);
    }
}
