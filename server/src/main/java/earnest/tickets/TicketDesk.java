package earnest.tickets;

import earnest.access.Analysts;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.channels.Line;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.people.Telephone;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;

@Service
class TicketDesk implements Tickets {
    private final TicketRepository tickets;
    private final ConversationRepository conversations;
    private final People people;
    private final Analysts analysts;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final Line line;
    private final ApplicationEventPublisher events;

    TicketDesk(
            TicketRepository tickets,
            ConversationRepository conversations,
            People people,
            Analysts analysts,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids,
            Line line,
            ApplicationEventPublisher events) {
        this.tickets = tickets;
        this.conversations = conversations;
        this.people = people;
        this.analysts = analysts;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.line = line;
        this.events = events;
    }

    /** A ring becomes a ticket at once; the same ring told twice stays one ticket. */
    void rang(String call, @Nullable String number) {
        if (conversations.findByCallId(call).isPresent()) {
            return;
        }
        Instant now = clock.instant();
        Ticket ticket = new Ticket(ids.next(), now);
        Conversation conversation = new Conversation(ids.next(), ticket.id, call, number, now);
        ticket.conversationId = conversation.id;
        tickets.save(ticket);
        conversations.save(conversation);
        record.append(
                Entry.bySystem(EntryKind.CALL_RANG, "line", "Line")
                        .ticket(ticket.id, conversation.id)
                        .personal(
                                "number",
                                number == null ? "no number shown" : Telephone.masked(number)));
    }

    @Override
    public View view(UUID id) {
        Ticket ticket = tickets.findById(id).orElseThrow(() -> Problem.unknown("ticket"));
        return view(ticket, conversations.findFirstByTicketIdOrderByRangAtDesc(id).orElse(null));
    }

    @Override
    public View lock(UUID id) {
        locked(id);
        return view(id);
    }

    @Override
    public View hold(UUID id, SignedIn me) {
        held(id, me);
        return view(id);
    }

    @Override
    public View hold(UUID id, SignedIn me, long version) {
        Ticket ticket = held(id, me);
        if (ticket.version != version) {
            throw changedMeanwhile();
        }
        return view(id);
    }

    private static Problem changedMeanwhile() {
        return new Problem(
                409,
                "changed-meanwhile",
                "Something came in on this ticket a moment ago. Look at the page again, then"
                        + " decide.");
    }

    private Ticket locked(UUID id) {
        return tickets.lock(id).orElseThrow(() -> Problem.unknown("ticket"));
    }

    private Ticket held(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        Ticket ticket = locked(id);
        if (ticket.state == State.CLOSED) {
            throw new Problem(
                    409,
                    "closed",
                    "This ticket is closed. If the person needs more, take their next call.");
        }
        if (!me.id().equals(ticket.holderId)) {
            throw new Problem(
                    409,
                    "held-by-another",
                    "%s You can read along; take it over to act."
                            .formatted(holds(ticket.holderId)));
        }
        return ticket;
    }

    private String holds(@Nullable UUID holder) {
        return Optional.ofNullable(holder)
                .flatMap(analysts::find)
                .map(c -> c.name() + " holds this ticket.")
                .orElse("Nobody holds this ticket.");
    }

    @Override
    public void bump(UUID id) {
        locked(id).version++;
    }

    @Override
    public void answer(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    Ticket ticket = locked(id);
                    if (ticket.state != State.RINGING) {
                        throw new Problem(
                                409,
                                "not-ringing",
                                ticket.state == State.MISSED
                                        ? "The caller hung up. Take the ticket to call them back."
                                        : holds(ticket.holderId)
                                                + " The call was answered already.");
                    }
                    Conversation conversation = present(ticket);
                    conversation.state = Conversation.ANSWERED;
                    conversation.answeredAt = clock.instant();
                    ticket.state = State.OPEN;
                    ticket.holderId = me.id();
                    append(EntryKind.CALL_ANSWERED, ticket, me);
                    Writes.afterCommit(
                            () ->
                                    Thread.ofVirtual()
                                            .start(() -> line.answered(conversation.callId)));
                });
    }

    @Override
    public void take(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    Ticket ticket = locked(id);
                    if (ticket.state == State.CLOSED || ticket.state == State.RINGING) {
                        throw new Problem(
                                409,
                                "not-open",
                                ticket.state == State.CLOSED
                                        ? "This ticket is closed."
                                        : "This call still rings: answer it.");
                    }
                    if (me.id().equals(ticket.holderId)) {
                        return;
                    }
                    UUID former = ticket.holderId;
                    ticket.holderId = me.id();
                    ticket.state = State.OPEN;
                    ticket.version++;
                    if (former == null) {
                        append(EntryKind.TICKET_TAKEN, ticket, me);
                    } else {
                        record.append(
                                entry(EntryKind.TICKET_TAKEN_OVER, ticket, me)
                                        .personal(
                                                "from",
                                                analysts.find(former)
                                                        .map(Analysts.Colleague::name)
                                                        .orElse("a colleague")));
                        events.publishEvent(new LetGo(id, me));
                    }
                });
    }

    @Override
    public void pass(UUID id, SignedIn me, UUID to) {
        writes.run(
                () -> {
                    Ticket ticket = held(id, me);
                    Analysts.Colleague colleague =
                            analysts.atTheDesk().stream()
                                    .filter(c -> c.id().equals(to))
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("analyst at the desk"));
                    ticket.holderId = colleague.id();
                    ticket.version++;
                    record.append(
                            entry(EntryKind.TICKET_PASSED, ticket, me)
                                    .personal("to", colleague.name()));
                    events.publishEvent(new LetGo(id, me));
                });
    }

    @Override
    public void hangUp(UUID id, SignedIn me) {
        writes.run(
                () -> {
                    Ticket ticket = held(id, me);
                    Conversation conversation = live(ticket);
                    if (conversation == null) {
                        throw new Problem(409, "no-call", "Nobody is on the line.");
                    }
                    end(ticket, conversation, "ended");
                    append(EntryKind.CALL_ENDED, ticket, me);
                    Writes.afterCommit(
                            () -> Thread.ofVirtual().start(() -> line.ended(conversation.callId)));
                });
    }

    @Override
    public void claim(UUID id, SignedIn me, UUID personId, long version) {
        writes.run(
                () -> {
                    Ticket ticket = held(id, me);
                    if (ticket.version != version) {
                        throw changedMeanwhile();
                    }
                    People.Person person =
                            people.person(personId).orElseThrow(() -> Problem.unknown("person"));
                    if (person.gone()) {
                        throw new Problem(
                                409,
                                "gone",
                                person.name()
                                        + " is not in the directory any more. Nothing can be done"
                                        + " for them here.");
                    }
                    if (personId.equals(ticket.personId)) {
                        return;
                    }
                    Conversation conversation = present(ticket);
                    ticket.personId = personId;
                    ticket.claimedAt = clock.instant();
                    ticket.version++;
                    record.append(
                            entry(EntryKind.PERSON_CLAIMED, ticket, me)
                                    .person(personId, person.name()));
                    events.publishEvent(
                            new Claimed(
                                    id, conversation.id, personId, conversation.numberShown, me));
                });
    }

    @Override
    public void close(UUID id, SignedIn me, String summary, long version) {
        writes.run(
                () -> {
                    Ticket ticket = held(id, me);
                    if (ticket.version != version) {
                        throw changedMeanwhile();
                    }
                    Conversation conversation = live(ticket);
                    if (conversation != null) {
                        end(ticket, conversation, "ended");
                        Writes.afterCommit(
                                () ->
                                        Thread.ofVirtual()
                                                .start(() -> line.ended(conversation.callId)));
                    }
                    ticket.state = State.CLOSED;
                    ticket.closedAt = clock.instant();
                    ticket.summary = summary;
                    ticket.reminder = null;
                    ticket.version++;
                    record.append(
                            entry(EntryKind.TICKET_CLOSED, ticket, me)
                                    .person(ticket.personId, null)
                                    .personal("summary", "“" + summary + "”"));
                    events.publishEvent(new LetGo(id, me));
                });
    }

    @Override
    public void remind(UUID id, @Nullable String words) {
        locked(id).reminder = words;
    }

    @Override
    public Optional<UUID> callBackBegins(UUID id, String call) {
        Ticket ticket = locked(id);
        Conversation live = live(ticket);
        if (live != null) {
            return Optional.empty();
        }
        Instant now = clock.instant();
        Conversation conversation = new Conversation(ids.next(), id, call, null, now);
        conversation.state = Conversation.ANSWERED;
        conversation.answeredAt = now;
        conversations.save(conversation);
        ticket.conversationId = conversation.id;
        return Optional.of(conversation.id);
    }

    @Override
    public void callEnded(String call, boolean dropped) {
        Optional<Conversation> found = conversations.findByCallId(call);
        if (found.isEmpty()) {
            return;
        }
        Ticket ticket = locked(found.get().ticketId);
        Conversation conversation = found.get();
        if (!conversation.live()) {
            return;
        }
        boolean missed = ticket.state == State.RINGING;
        if (missed) {
            ticket.state = State.MISSED;
        }
        end(ticket, conversation, missed ? "missed" : dropped ? "dropped" : "ended");
        EntryKind kind =
                missed
                        ? EntryKind.CALL_MISSED
                        : dropped ? EntryKind.LINE_DROPPED : EntryKind.CALL_ENDED;
        Entry entry = dropped ? Entry.bySystem(kind, "line", "Line") : Entry.byCaller(kind, call);
        record.append(entry.ticket(ticket.id, conversation.id));
    }

    /** What was proved in a conversation ends with it, so decisions made before must fall. */
    private void end(Ticket ticket, Conversation conversation, String state) {
        conversation.state = state;
        conversation.endedAt = clock.instant();
        if (conversation.id.equals(ticket.conversationId)) {
            ticket.conversationId = null;
        }
        ticket.version++;
    }

    private @Nullable Conversation live(Ticket ticket) {
        return ticket.conversationId == null
                ? null
                : conversations
                        .findById(ticket.conversationId)
                        .filter(Conversation::live)
                        .orElse(null);
    }

    private Conversation present(Ticket ticket) {
        return conversations.findFirstByTicketIdOrderByRangAtDesc(ticket.id).orElseThrow();
    }

    @Override
    public List<View> open() {
        return views(tickets.findByStateNotOrderByOpenedAt(State.CLOSED));
    }

    @Override
    public List<View> others(UUID person, UUID but, Instant since) {
        return views(tickets.others(person, but, since));
    }

    @Override
    public boolean anyOther(UUID person, UUID but, Instant since) {
        return tickets.existsByPersonIdAndIdNotAndOpenedAtGreaterThanEqual(person, but, since);
    }

    @Override
    public Map<UUID, Long> numbers(Collection<UUID> ids) {
        return tickets.findAllById(ids).stream()
                .collect(Collectors.toMap(t -> t.id, t -> t.number));
    }

    @Override
    public Optional<UUID> numbered(long number) {
        return tickets.findByNumber(number).map(t -> t.id);
    }

    private List<View> views(List<Ticket> found) {
        Map<UUID, Conversation> latest = new HashMap<>();
        conversations
                .findByTicketIdInOrderByRangAt(
                        found.stream().map(t -> t.id).collect(Collectors.toSet()))
                .forEach(c -> latest.put(c.ticketId, c));
        return found.stream().map(t -> view(t, latest.get(t.id))).toList();
    }

    private static View view(Ticket t, @Nullable Conversation c) {
        return new View(
                t.id,
                t.number,
                t.state,
                t.openedAt,
                t.holderId,
                t.personId,
                c == null ? null : c.call(),
                t.conversationId,
                t.version,
                t.summary,
                t.reminder);
    }

    private void append(EntryKind kind, Ticket ticket, SignedIn me) {
        record.append(entry(kind, ticket, me));
    }

    private static Entry entry(EntryKind kind, Ticket ticket, SignedIn me) {
        return Entry.by(kind, me.id(), me.name()).ticket(ticket.id, ticket.conversationId);
    }
}
