package earnest.tickets;

import earnest.access.SignedIn;

import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;

/** The face of tickets: each act is a class of its own. */
@Service
class TicketDesk implements Tickets {
    private static final Duration A_DAY = Duration.ofDays(1);
    private static final Duration AN_HOUR = Duration.ofHours(1);
    private static final int AT_ONCE = 1_000;

    private final TicketRepository tickets;
    private final TicketViews views;
    private final Holding holding;
    private final Conversations talks;
    private final Owning owning;
    private final Talking talking;
    private final Claiming claiming;
    private final Closing closing;
    private final BeingAlone beingAlone;
    private final GoingOn goingOn;

    TicketDesk(
            TicketRepository tickets,
            TicketViews views,
            Holding holding,
            Conversations talks,
            Owning owning,
            Talking talking,
            Claiming claiming,
            Closing closing,
            BeingAlone beingAlone,
            GoingOn goingOn) {
        this.tickets = tickets;
        this.views = views;
        this.holding = holding;
        this.talks = talks;
        this.owning = owning;
        this.talking = talking;
        this.claiming = claiming;
        this.closing = closing;
        this.beingAlone = beingAlone;
        this.goingOn = goingOn;
    }

    @Override
    public View view(UUID id) {
        return views.of(id);
    }

    @Override
    public View lock(UUID id) {
        List<Object[]> read = holding.lockedWithTalks(id);
        holding.locked(id);
        return view(id, read);
    }

    @Override
    public View hold(UUID id, Actor actor) {
        List<Object[]> read = holding.lockedWithTalks(id);
        holding.held(id, actor);
        return view(id, read);
    }

    @Override
    public View hold(UUID id, Actor actor, long version) {
        List<Object[]> read = holding.lockedWithTalks(id);
        holding.held(id, actor, version);
        return view(id, read);
    }

    /** As it was read when it was locked; of one that was locked before, as it is now. */
    private View view(UUID id, List<Object[]> read) {
        return read.isEmpty() ? view(id) : TicketViews.ofRows(read).getFirst();
    }

    @Override
    public void bump(UUID id) {
        holding.locked(id).version++;
    }

    @Override
    public void answer(UUID id, SignedIn me) {
        owning.answer(id, me);
    }

    @Override
    public void take(UUID id, SignedIn me) {
        owning.take(id, me);
    }

    @Override
    public void pass(UUID id, SignedIn me, UUID to) {
        owning.pass(id, me, to);
    }

    @Override
    public void hangUp(UUID id, SignedIn me) {
        talking.hangUp(id, me);
    }

    @Override
    public void hangUpHeld(UUID id, SignedIn me) {
        talking.hangUpHeld(id, me);
    }

    @Override
    public void speak(UUID id, SignedIn me) {
        talking.speak(id, me);
    }

    @Override
    public void pressed(UUID id, SignedIn me) {
        talking.pressed(id, me);
    }

    @Override
    public void ringBack(UUID id, SignedIn me, @Nullable Instant at) {
        talking.ringBack(id, me, at);
    }

    @Override
    public void goOn(UUID id, SignedIn me, UUID former, UUID conversation) {
        goingOn.goOn(id, me, former, conversation);
    }

    @Override
    public void carryTo(UUID called) {
        talks.carryTo(called);
    }

    @Override
    public void claim(UUID id, SignedIn me, UUID personId, long version) {
        claiming.claim(id, me, personId, version);
    }

    @Override
    public void close(UUID id, SignedIn me, String summary, long version) {
        closing.close(id, me, summary, version);
    }

    @Override
    public UUID beginsAlone(String channel, String reference, @Nullable UUID person) {
        return beingAlone.begins(channel, reference, person);
    }

    @Override
    public boolean namesThemselves(UUID id, UUID person) {
        return beingAlone.names(id, person);
    }

    @Override
    public void endsAlone(UUID id, String summary) {
        beingAlone.ends(id, summary);
    }

    @Override
    public void reopen(UUID id, String words) {
        beingAlone.reopens(id, words);
    }

    @Override
    public void remind(UUID id, @Nullable String words) {
        Ticket ticket = holding.locked(id);
        if (!ticket.warned) {
            ticket.reminder = words;
        }
    }

    @Override
    public void warn(UUID id, String words) {
        Ticket ticket = holding.locked(id);
        ticket.reminder = words;
        ticket.warned = true;
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
    public List<View> ofPerson(UUID person, Instant since) {
        return TicketViews.ofRows(tickets.ofPerson(person, since));
    }

    @Override
    public Around around(View ticket, UUID person, @Nullable String address, Instant now) {
        Object[] row =
                tickets.around(
                                person,
                                ticket.id(),
                                address,
                                ticket.holder(),
                                now.minus(A_DAY),
                                now.minus(AN_HOUR))
                        .getFirst();
        return new Around(
                row[0] == null ? null : other(ticket, person, now),
                ((Number) row[1]).intValue(),
                ((Number) row[2]).intValue());
    }

    /** Asked for by itself: most people are on no other ticket. */
    private @Nullable Other other(View ticket, UUID person, Instant now) {
        return tickets.others(person, ticket.id(), now.minus(A_DAY), Limit.of(1)).stream()
                .findFirst()
                .map(row -> new Other((UUID) row[0], (Instant) row[1], (String) row[2]))
                .orElse(null);
    }

    @Override
    public Map<UUID, Long> numbers(Collection<UUID> ids) {
        return tickets.findAllById(ids).stream()
                .collect(Collectors.toMap(t -> t.id, t -> t.number));
    }

    @Override
    public Map<UUID, Label> labels(Collection<UUID> ids) {
        Map<UUID, Label> labels = new HashMap<>();
        List<UUID> all = List.copyOf(ids);
        for (int from = 0; from < all.size(); from += AT_ONCE) {
            tickets.labels(all.subList(from, Math.min(all.size(), from + AT_ONCE)))
                    .forEach(
                            row ->
                                    labels.put(
                                            row.getId(),
                                            new Label(row.getNumber(), row.getChannel())));
        }
        return labels;
    }

    @Override
    public Optional<UUID> numbered(long number) {
        return tickets.findByNumber(number).map(t -> t.id);
    }
}
