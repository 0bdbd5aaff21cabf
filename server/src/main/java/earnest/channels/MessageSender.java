package earnest.channels;

import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.JobQueue;
import earnest.ground.Reading;
import earnest.ground.Waypoints;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.ContactKind;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Sends messages. One is sent again only when its carrier is known not to have taken it; where no
 * answer came, the carrier is asked first.
 */
@Service
class MessageSender implements Messages, Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("send-text", "message", 4);
    private static final Duration GIVE_UP = Duration.ofMinutes(8);
    private static final Duration LOOK_FOR_ARRIVAL = Duration.ofMinutes(3);
    private static final Duration AGAIN = Duration.ofSeconds(3);
    private static final Duration SOON = Duration.ofMillis(600);

    /** From which states a message gets into each. */
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
    private final Carriers carriers;
    private final People people;
    private final TheRecord record;
    private final JobQueue jobs;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final Waypoints waypoints;
    private final ApplicationEventPublisher events;
    private final Map<String, MessageWriter> writers;

    MessageSender(
            MessageRepository messages,
            Carriers carriers,
            People people,
            TheRecord record,
            JobQueue jobs,
            Writes writes,
            Clock clock,
            Ids ids,
            Waypoints waypoints,
            ApplicationEventPublisher events,
            List<MessageWriter> writers) {
        this.messages = messages;
        this.carriers = carriers;
        this.people = people;
        this.record = record;
        this.jobs = jobs;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.waypoints = waypoints;
        this.events = events;
        this.writers =
                writers.stream()
                        .collect(Collectors.toMap(MessageWriter::occasion, Function.identity()));
    }

    @Override
    public Optional<Reach> reach(People.Contact contact) {
        return carriers.to(contact.kind())
                .map(carrier -> new Reach(carrier.route(), carrier.brings()));
    }

    @Override
    public UUID send(String occasion, UUID about, Recipient to) {
        Carrier carrier =
                people.contactEver(to.person(), to.contact())
                        .flatMap(contact -> carriers.to(contact.kind()))
                        .orElseThrow(() -> new IllegalArgumentException("no carrier reaches them"));
        return add(new Message(ids.next(), occasion, about, carrier.id(), to));
    }

    private UUID add(Message message) {
        message.madeAt = clock.instant();
        message.giveUpAt = message.madeAt.plus(GIVE_UP);
        messages.add(message);
        jobs.soon(KIND, message.id);
        return message.id;
    }

    @Override
    public Optional<UUID> answer(String occasion, UUID about, UUID ticket, String mailbox) {
        return carriers.to(ContactKind.WORK_MAIL)
                .map(
                        carrier ->
                                add(
                                        new Message(
                                                ids.next(),
                                                occasion,
                                                about,
                                                carrier.id(),
                                                ticket,
                                                mailbox)));
    }

    @Override
    public void cameBack(UUID id, String words) {
        move(id, Set.of(State.LEFT), State.FAILED, words, EntryKind.MESSAGE_FAILED);
    }

    @Override
    public Optional<UUID> ticketOf(UUID message) {
        return messages.findById(message).map(found -> found.ticketId);
    }

    @Override
    public List<Sent> about(UUID about) {
        List<Sent> sent = new ArrayList<>();
        List<Message> all =
                Reading.once(() -> messages.findByAboutIdOrderByMadeAt(about), "messages", about);
        for (Message message : all) {
            UUID contact = message.contactId;
            if (contact != null) {
                sent.add(
                        new Sent(
                                message.id, contact, brings(message), message.state, message.said));
            }
        }
        return sent;
    }

    private String brings(Message message) {
        return carriers.carrier(message.carrier).map(Carrier::brings).orElse("message");
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        Message message = messages.findById(id).orElseThrow();
        Optional<Carrier> known = carriers.carrier(message.carrier);
        if (known.isEmpty()) {
            return message.state == State.LEFT
                    ? Optional.empty()
                    : fail(message, "what carried it is not there any more");
        }
        Carrier carrier = known.get();
        return switch (message.state) {
            case WAITING -> sendNow(message, carrier);
            // Taken up after a crash: it may have left.
            case SENDING, UNKNOWN -> settle(message, carrier.ask(message.id));
            case LEFT -> lookForArrival(message, carrier);
            case ARRIVED, FAILED, UNCLEAR -> Optional.empty();
        };
    }

    private Optional<Duration> sendNow(Message message, Carrier carrier) {
        MessageWriter writer = writers.get(message.occasion);
        if (writer == null) {
            return fail(message, "nobody writes it any more");
        }
        Optional<String> address = address(message, writer);
        if (address.isEmpty()) {
            return fail(message, "the contact is not on record any more");
        }
        if (message.giveUpAt.isBefore(clock.instant())) {
            return fail(message, "it was not taken in time");
        }
        Optional<Secret> words = writer.words(message.aboutId);
        if (words.isEmpty()) {
            return fail(message, "there is nothing to send any more");
        }
        try (Secret body = words.get()) {
            if (!move(message.id, State.SENDING, null, null)) {
                return Optional.of(SOON);
            }
            waypoints.pass("text-" + message.occasion + "-before-gateway");
            CarrierResult result = carrier.send(message.id, address.get(), writer.subject(), body);
            waypoints.pass("text-" + message.occasion + "-after-gateway");
            return settle(message, result);
        }
    }

    private Optional<String> address(Message message, MessageWriter writer) {
        UUID person = message.personId;
        UUID contact = message.contactId;
        if (person == null || contact == null) {
            return Optional.ofNullable(message.address);
        }
        // What was replaced is told that it was, and nothing else.
        return (writer.alsoToReplaced()
                        ? people.contactEver(person, contact)
                        : people.contact(person, contact))
                .map(People.Contact::value);
    }

    private Optional<Duration> settle(Message message, CarrierResult result) {
        return switch (result) {
            case CarrierResult.Taken(boolean arrived) -> {
                move(message.id, State.LEFT, null, EntryKind.MESSAGE_LEFT);
                waypoints.pass("text-" + message.occasion + "-left-committed");
                yield arrived ? arrived(message) : Optional.of(SOON);
            }
            case CarrierResult.NotTaken(String words, boolean forGood) -> {
                if (forGood) {
                    yield fail(message, words);
                }
                move(message.id, State.WAITING, words, null);
                yield Optional.of(AGAIN);
            }
            case CarrierResult.Unclear(String words) -> unclear(message, words);
            case CarrierResult.Unknown(String words) -> {
                if (message.giveUpAt.isBefore(clock.instant())) {
                    yield unclear(message, "nobody knows whether it left");
                }
                move(message.id, State.UNKNOWN, words, null);
                yield Optional.of(AGAIN);
            }
        };
    }

    private Optional<Duration> unclear(Message message, String words) {
        move(message.id, State.UNCLEAR, words, EntryKind.MESSAGE_UNCLEAR);
        return Optional.empty();
    }

    private Optional<Duration> lookForArrival(Message message, Carrier carrier) {
        CarrierResult result = carrier.ask(message.id);
        if (result instanceof CarrierResult.Taken(boolean arrived) && arrived) {
            return arrived(message);
        }
        if (result instanceof CarrierResult.Unclear) {
            return Optional.empty();
        }
        return message.madeAt.plus(LOOK_FOR_ARRIVAL).isBefore(clock.instant())
                ? Optional.empty()
                : Optional.of(SOON);
    }

    private Optional<Duration> arrived(Message message) {
        move(message.id, State.ARRIVED, null, EntryKind.MESSAGE_ARRIVED);
        return Optional.empty();
    }

    private Optional<Duration> fail(Message message, String words) {
        move(message.id, State.FAILED, words, EntryKind.MESSAGE_FAILED);
        return Optional.empty();
    }

    /** The row decides: false, and nothing done, if the text was not in a state before it. */
    private boolean move(UUID id, State state, @Nullable String said, @Nullable EntryKind kind) {
        return move(id, FROM.get(state), state, said, kind);
    }

    private boolean move(
            UUID id,
            Set<State> from,
            State state,
            @Nullable String said,
            @Nullable EntryKind kind) {
        return writes.get(
                () -> {
                    int tries = state == State.SENDING ? 1 : 0;
                    if (messages.move(id, from, state, said, tries) != 1) {
                        return false;
                    }
                    Message message = messages.findById(id).orElseThrow();
                    if (kind != null) {
                        String contact = contact(message);
                        record.append(
                                by(kind, message)
                                        .ticket(message.ticketId, null)
                                        .person(message.personId, null)
                                        .data("contact", contact)
                                        .data("occasion", message.occasion)
                                        .data("brings", brings(message))
                                        .data("reason", said));
                    }
                    events.publishEvent(
                            new Moved(
                                    id,
                                    message.occasion,
                                    message.aboutId,
                                    message.ticketId,
                                    state));
                    if (state == State.LEFT) {
                        waypoints.pass("text-" + message.occasion + "-left-uncommitted");
                    }
                    return true;
                });
    }

    /**
     * What the record calls where it went; an address that is on no record is not written there.
     */
    private String contact(Message message) {
        UUID person = message.personId;
        UUID contact = message.contactId;
        return person == null || contact == null
                ? "the mailbox that wrote"
                : people.contactEver(person, contact)
                        .map(c -> c.kind().words())
                        .orElse("a contact");
    }

    private Entry by(EntryKind kind, Message message) {
        String name = carriers.carrier(message.carrier).map(Carrier::name).orElse(message.carrier);
        return Entry.bySystem(kind, message.carrier, name);
    }
}
