package earnest.handover;

import earnest.changes.Changes;
import earnest.changes.LiveAccounts;
import earnest.channels.Texts;
import earnest.core.passwords.CharacterClass;
import earnest.core.passwords.Generator;
import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;
import earnest.core.passwords.Style;
import earnest.ground.Work;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountRef;
import earnest.systems.AccountState;
import earnest.systems.Asked;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.systems.Systems;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * Watches whether the person is in: the directory shows that the temporary password was changed.
 * Reminds the desk, and takes a password that ran out unused out of force.
 */
@Component
class SignInWatch implements Worker {
    static final Work.Kind KIND = new Work.Kind("watch-sign-in");
    private static final Duration AT_FIRST = Duration.ofMillis(1_500);
    private static final Duration LATER = Duration.ofSeconds(10);
    private static final int UNKNOWN_LENGTH = 24;

    private final HandoverRepository handovers;
    private final Changes changes;
    private final Systems systems;
    private final Tickets tickets;
    private final People people;
    private final Texts texts;
    private final WrappedSecrets secrets;
    private final HandoverProperties properties;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final SecureRandom random;

    SignInWatch(
            HandoverRepository handovers,
            Changes changes,
            Systems systems,
            Tickets tickets,
            People people,
            Texts texts,
            WrappedSecrets secrets,
            HandoverProperties properties,
            TheRecord record,
            Writes writes,
            Clock clock,
            SecureRandom random) {
        this.handovers = handovers;
        this.changes = changes;
        this.systems = systems;
        this.tickets = tickets;
        this.people = people;
        this.texts = texts;
        this.secrets = secrets;
        this.properties = properties;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.random = random;
    }

    @Override
    public Work.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        Handover handover = handovers.findById(id).orElseThrow();
        if (handover.inAt != null || handover.over()) {
            return Optional.empty();
        }
        Changes.View change = changes.change(handover.changeId).orElseThrow();
        People.Person person = people.person(handover.personId).orElseThrow();
        Connector connector = systems.system(change.system());
        AccountRef ref = LiveAccounts.ref(connector, person);
        Instant now = clock.instant();
        if (connector.look(connector.servers().getFirst(), ref)
                instanceof Looked.There(AccountState state)) {
            Instant settled = change.settledAt();
            boolean changed = state.lastSet() != null && settled != null && !state.mustChange();
            if (changed) {
                isIn(handover, person, connector);
                return Optional.empty();
            }
            if (!handover.expiresAt.isAfter(now)) {
                return runOut(handover, person, connector, ref, state);
            }
        }
        if (handover.remindedAt == null
                && handover.madeAt.plus(properties.remindAfter()).isBefore(now)) {
            remind(handover, person);
        }
        boolean early = handover.madeAt.plus(properties.remindAfter()).isAfter(now);
        return Optional.of(early ? AT_FIRST : LATER);
    }

    private void isIn(Handover known, People.Person person, Connector connector) {
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
                    handover.inAt = clock.instant();
                    secrets.discard(handover.wrappedId);
                    tickets.remind(handover.ticketId, null);
                    record.append(
                            Entry.byPerson(EntryKind.PERSON_IN, person.id(), person.name())
                                    .ticket(handover.ticketId, null)
                                    .person(person.id(), person.name())
                                    .account(connector.system(), person.account()));
                });
    }

    private void remind(Handover known, People.Person person) {
        int minutes = (int) properties.remindAfter().toMinutes();
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
                    handover.remindedAt = clock.instant();
                    tickets.remind(
                            handover.ticketId,
                            "%s has not chosen their own password yet, %d minutes after the temporary one"
                                    .formatted(person.name(), minutes));
                    record.append(
                            Entry.byEarnest(EntryKind.HANDOVER_REMINDED)
                                    .ticket(handover.ticketId, null)
                                    .person(person.id(), person.name())
                                    .data("minutes", minutes));
                });
    }

    /** The directory cannot expire it, so Earnest sets one that nobody knows, if it is unused. */
    private Optional<Duration> runOut(
            Handover known,
            People.Person person,
            Connector connector,
            AccountRef ref,
            AccountState state) {
        Asked asked;
        try (Secret unknown = nobodyKnows()) {
            asked = connector.replaceUnused(ref, unknown, state);
        }
        if (!(asked instanceof Asked.TookEffect)) {
            return Optional.of(LATER);
        }
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    Handover handover = handovers.lock(known.id).orElseThrow();
                    handover.state = Handover.EXPIRED;
                    secrets.discard(handover.wrappedId);
                    record.append(
                            Entry.byEarnest(EntryKind.HANDOVER_EXPIRED)
                                    .ticket(handover.ticketId, null)
                                    .person(person.id(), person.name())
                                    .account(connector.system(), person.account()));
                    tickets.remind(
                            handover.ticketId,
                            person.name() + "'s temporary password ran out unused");
                    people.contacts(person.id()).stream()
                            .filter(contact -> contact.kind().texts())
                            .forEach(
                                    contact ->
                                            texts.send(
                                                    Texts.Purpose.RAN_OUT,
                                                    handover.id,
                                                    handover.ticketId,
                                                    person.id(),
                                                    contact.id()));
                });
        return Optional.empty();
    }

    private Secret nobodyKnows() {
        Policy any =
                new Policy(
                        UNKNOWN_LENGTH,
                        UNKNOWN_LENGTH,
                        null,
                        Map.of(
                                CharacterClass.LOWER,
                                1,
                                CharacterClass.UPPER,
                                1,
                                CharacterClass.DIGIT,
                                1),
                        0,
                        0,
                        Set.of(),
                        true,
                        0);
        return new Generator(any, Style.COPIED).draw(UNKNOWN_LENGTH, random);
    }
}
