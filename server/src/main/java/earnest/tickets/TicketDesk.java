package earnest.tickets;

import earnest.access.Analysts;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;

@Service
class TicketDesk implements Tickets {
    private final TicketRepository tickets;
    private final ConversationRepository conversations;
    private final TicketViews views;
    private final Holding holding;
    private final Conversations talks;
    private final People people;
    private final Analysts analysts;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    TicketDesk(
            TicketRepository tickets,
            ConversationRepository conversations,
            TicketViews views,
            Holding holding,
            Conversations talks,
            People people,
            Analysts analysts,
            TheRecord record,
            Writes writes,
            Clock clock,
            ApplicationEventPublisher events) {
        this.tickets = tickets;
        this.conversations = conversations;
        this.views = views;
        this.holding = holding;
        this.talks = talks;
        this.people = people;
        this.analysts = analysts;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.events = events;
    }

    @Override
    public View view(UUID id) {
        return views.of(tickets.findById(id).orElseThrow(() -> Problem.unknown("ticket")));
    }

    @Override
    public View lock(UUID id) {
        holding.locked(id);
        return view(id);
    }

    @Override
    public View hold(UUID id, SignedIn me) {
        holding.held(id, me);
        return view(id);
    }

    @Override
    public View hold(UUID id, SignedIn me, long version) {
        holding.held(id, me, version);
        return view(id);
    }

    @Override
    public void bump(UUID id) {
        holding.locked(id).version++;
    }

    @Override
    public void answer(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    Ticket ticket = holding.locked(id);
                    if (ticket.state != State.RINGING) {
                        throw new Problem(
                                409,
                                "not-ringing",
                                ticket.state == State.MISSED
                                        ? "The caller hung up. Take the ticket to call them back."
                                        : holding.holds(ticket.holderId)
                                                + " The call was answered already.");
                    }
                    Conversation conversation = talks.present(ticket);
                    ticket.state = State.OPEN;
                    ticket.holderId = me.id();
                    talks.answered(conversation, me.id());
                    append(EntryKind.CALL_ANSWERED, ticket, me);
                });
    }

    @Override
    public void take(UUID id, SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        writes.run(
                () -> {
                    Ticket ticket = holding.locked(id);
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
                    Conversation live = talks.live(ticket);
                    if (live != null && !live.held()) {
                        talks.holdOthers(me.id(), live);
                    }
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
                    Ticket ticket = holding.held(id, me);
                    Analysts.Colleague colleague =
                            analysts.atTheDesk().stream()
                                    .filter(c -> c.id().equals(to))
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("analyst at the desk"));
                    Conversation live = talks.live(ticket);
                    if (live != null && !live.held()) {
                        talks.holdOthers(colleague.id(), live);
                    }
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
                    Ticket ticket = holding.held(id, me);
                    Conversation conversation = talks.live(ticket);
                    if (conversation == null) {
                        throw new Problem(409, "no-call", "Nobody is on the line.");
                    }
                    talks.hungUp(ticket, conversation);
                    append(EntryKind.CALL_ENDED, ticket, me);
                });
    }

    @Override
    public void hangUpHeld(UUID id, SignedIn me) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    Conversation held =
                            conversations.findByTicketIdAndEndedAtIsNullOrderByRangAt(id).stream()
                                    .filter(c -> c.held() && !c.id.equals(ticket.conversationId))
                                    .findFirst()
                                    .orElseThrow(
                                            () ->
                                                    new Problem(
                                                            409,
                                                            "no-call",
                                                            "No line is held beside the present"
                                                                    + " one."));
                    talks.hungUp(ticket, held);
                    record.append(
                            Entry.by(EntryKind.CALL_ENDED, me.id(), me.name()).ticket(id, held.id));
                });
    }

    @Override
    public void speak(UUID id, SignedIn me) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    Conversation conversation = talks.live(ticket);
                    if (conversation == null) {
                        throw new Problem(409, "no-call", "Nobody is on the line.");
                    }
                    if (conversation.held()) {
                        talks.speak(conversation, me.id());
                        append(EntryKind.LINE_SPOKEN, ticket, me);
                    }
                });
    }

    @Override
    public void carryTo(UUID called) {
        talks.carryTo(called);
    }

    @Override
    public void claim(UUID id, SignedIn me, UUID personId, long version) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me, version);
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
                    Conversation live = talks.live(ticket);
                    Conversation conversation = live == null ? talks.present(ticket) : live;
                    UUID former = ticket.personId;
                    ticket.personId = personId;
                    ticket.claimedAt = clock.instant();
                    ticket.version++;
                    record.append(
                            entry(EntryKind.PERSON_CLAIMED, ticket, me)
                                    .person(personId, person.name()));
                    events.publishEvent(
                            new Claimed(
                                    id,
                                    conversation.id,
                                    personId,
                                    former,
                                    conversation.channel,
                                    conversation.facts(),
                                    me));
                });
    }

    @Override
    public void close(UUID id, SignedIn me, String summary, long version) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me, version);
                    talks.hungUpAll(ticket);
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
                    events.publishEvent(new Closed(id));
                });
    }

    @Override
    public void remind(UUID id, @Nullable String words) {
        holding.locked(id).reminder = words;
    }

    @Override
    public UUID callBackBegins(UUID id, String call) {
        return talks.callBackBegins(id, call);
    }

    @Override
    public List<View> open() {
        return views.of(tickets.findByStateNotOrderByOpenedAt(State.CLOSED));
    }

    @Override
    public List<View> openOf(UUID person) {
        return views.of(tickets.findByPersonIdAndStateNotOrderByOpenedAt(person, State.CLOSED));
    }

    @Override
    public List<View> others(UUID person, UUID but, Instant since) {
        return views.of(tickets.others(person, but, since));
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

    private void append(EntryKind kind, Ticket ticket, SignedIn me) {
        record.append(entry(kind, ticket, me));
    }

    private static Entry entry(EntryKind kind, Ticket ticket, SignedIn me) {
        return Entry.by(kind, me.id(), me.name()).ticket(ticket.id, ticket.conversationId);
    }
}
