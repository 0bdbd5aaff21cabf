package earnest.channels;

import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Waypoints;
import earnest.ground.Work;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Sends texts. A text is sent again only when the gateway is known not to have taken it; where no
 * answer came, the gateway is asked first.
 */
@Service
class TextSender implements Texts, Worker {
    static final Work.Kind KIND = new Work.Kind("send-text");
    private static final int AT_ONCE = 4;
    private static final Duration GIVE_UP = Duration.ofMinutes(8);
    private static final Duration LOOK_FOR_ARRIVAL = Duration.ofMinutes(3);
    private static final Duration AGAIN = Duration.ofSeconds(3);
    private static final Duration SOON = Duration.ofMillis(600);

    /** From which states a text gets into each. */
    private static final Map<State, Set<State>> FROM =
            Map.of(
                    State.WAITING, Set.of(State.SENDING, State.UNKNOWN),
                    State.SENDING, Set.of(State.WAITING),
                    State.UNKNOWN, Set.of(State.SENDING, State.UNKNOWN),
                    State.LEFT, Set.of(State.SENDING, State.UNKNOWN),
                    State.ARRIVED, Set.of(State.LEFT),
                    State.FAILED, Set.of(State.WAITING, State.SENDING, State.UNKNOWN),
                    State.UNCLEAR, Set.of(State.SENDING, State.UNKNOWN));

    private final MessageRepository messages;
    private final Gateway gateway;
    private final People people;
    private final TheRecord record;
    private final Work work;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final Waypoints waypoints;
    private final ApplicationEventPublisher events;
    private final Map<Purpose, TextBody> bodies;

    TextSender(
            MessageRepository messages,
            Gateway gateway,
            People people,
            TheRecord record,
            Work work,
            Writes writes,
            Clock clock,
            Ids ids,
            Waypoints waypoints,
            ApplicationEventPublisher events,
            List<TextBody> bodies) {
        this.messages = messages;
        this.gateway = gateway;
        this.people = people;
        this.record = record;
        this.work = work;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.waypoints = waypoints;
        this.events = events;
        this.bodies =
                bodies.stream().collect(Collectors.toMap(TextBody::purpose, Function.identity()));
    }

    @Override
    public UUID send(Purpose purpose, UUID about, UUID ticket, UUID person, UUID contact) {
        Message message = new Message(ids.next(), purpose, about, ticket, person, contact);
        message.madeAt = clock.instant();
        message.giveUpAt = message.madeAt.plus(GIVE_UP);
        messages.add(message);
        work.soon(KIND, message.id);
        return message.id;
    }

    @Override
    public List<Sent> about(UUID about) {
        return messages.findByAboutIdOrderByMadeAt(about).stream()
                .map(m -> new Sent(m.id, m.contactId, m.state, m.said))
                .toList();
    }

    @Override
    public Work.Kind kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return AT_ONCE;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        Message message = messages.findById(id).orElseThrow();
        return switch (message.state) {
            case WAITING -> sendNow(message);
            // Taken up after a crash: it may have left.
            case SENDING, UNKNOWN -> findOut(message);
            case LEFT -> lookForArrival(message);
            case ARRIVED, FAILED, UNCLEAR -> Optional.empty();
        };
    }

    private Optional<Duration> sendNow(Message message) {
        // What was replaced is told that it was, and nothing else.
        Optional<People.Contact> contact =
                message.purpose == Purpose.TOLD
                        ? people.contactEver(message.personId, message.contactId)
                        : people.contact(message.personId, message.contactId);
        if (contact.isEmpty()) {
            return fail(message, "the contact is not on record any more");
        }
        if (message.giveUpAt.isBefore(clock.instant())) {
            return fail(message, "the gateway did not take it in time");
        }
        Optional<Secret> words = bodies.get(message.purpose).body(message.aboutId);
        if (words.isEmpty()) {
            return fail(message, "there is nothing to send any more");
        }
        try (Secret body = words.get()) {
            if (!move(message.id, State.SENDING, null, null)) {
                return Optional.of(SOON);
            }
            waypoints.pass("text-" + lower(message.purpose) + "-before-gateway");
            Gateway.Result result = gateway.send(message.id, contact.get().value(), body);
            waypoints.pass("text-" + lower(message.purpose) + "-after-gateway");
            return settle(message, result);
        }
    }

    private Optional<Duration> findOut(Message message) {
        return settle(message, gateway.ask(message.id));
    }

    private Optional<Duration> settle(Message message, Gateway.Result result) {
        return switch (result) {
            case Gateway.Result.Taken(boolean arrived) -> {
                move(message.id, State.LEFT, null, EntryKind.TEXT_LEFT);
                waypoints.pass("text-" + lower(message.purpose) + "-left-committed");
                yield arrived ? arrived(message) : Optional.of(SOON);
            }
            case Gateway.Result.NotTaken(String words, boolean forGood) -> {
                if (forGood) {
                    yield fail(message, words);
                }
                move(message.id, State.WAITING, words, null);
                yield Optional.of(AGAIN);
            }
            case Gateway.Result.Unknown(String words) -> {
                if (message.giveUpAt.isBefore(clock.instant())) {
                    move(
                            message.id,
                            State.UNCLEAR,
                            "nobody knows whether it left",
                            EntryKind.TEXT_UNCLEAR);
                    yield Optional.empty();
                }
                move(message.id, State.UNKNOWN, words, null);
                yield Optional.of(AGAIN);
            }
        };
    }

    private Optional<Duration> lookForArrival(Message message) {
        if (gateway.ask(message.id) instanceof Gateway.Result.Taken(boolean arrived) && arrived) {
            return arrived(message);
        }
        return message.madeAt.plus(LOOK_FOR_ARRIVAL).isBefore(clock.instant())
                ? Optional.empty()
                : Optional.of(SOON);
    }

    private Optional<Duration> arrived(Message message) {
        move(message.id, State.ARRIVED, null, EntryKind.TEXT_ARRIVED);
        return Optional.empty();
    }

    private Optional<Duration> fail(Message message, String words) {
        move(message.id, State.FAILED, words, EntryKind.TEXT_FAILED);
        return Optional.empty();
    }

    /** The row decides: false, and nothing done, if the text was not in a state before it. */
    private boolean move(UUID id, State state, @Nullable String said, @Nullable EntryKind kind) {
        return writes.get(
                () -> {
                    int tries = state == State.SENDING ? 1 : 0;
                    if (messages.move(id, FROM.get(state), state, said, tries) != 1) {
                        return false;
                    }
                    Message message = messages.findById(id).orElseThrow();
                    if (kind != null) {
                        String contact =
                                people.contactEver(message.personId, message.contactId)
                                        .map(c -> c.kind().words())
                                        .orElse("a contact");
                        record.append(
                                Entry.bySystem(kind, "text-gateway", "Text gateway")
                                        .ticket(message.ticketId, null)
                                        .person(message.personId, null)
                                        .data("contact", contact)
                                        .data("purpose", lower(message.purpose))
                                        .data("reason", said));
                    }
                    events.publishEvent(
                            new Moved(
                                    id, message.purpose, message.aboutId, message.ticketId, state));
                    if (state == State.LEFT) {
                        waypoints.pass("text-" + lower(message.purpose) + "-left-uncommitted");
                    }
                    return true;
                });
    }

    private static String lower(Purpose purpose) {
        return purpose.name().toLowerCase(java.util.Locale.ROOT);
    }
}
