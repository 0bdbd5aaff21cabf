package earnest.runs;

import earnest.changes.Changes;
import earnest.checks.Standing;
import earnest.core.procedures.Act;
import earnest.core.procedures.Interpreter;
import earnest.core.procedures.Outcome;
import earnest.people.People;
import earnest.systems.Action;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Looks at how far a step is, without doing anything: what it does is done in the transaction that
 * ends it. So it can be asked again after a crash.
 */
@Component
class Hands {
    private static final Duration SOON = Duration.ofSeconds(2);
    private static final Duration LATER = Duration.ofSeconds(30);
    private static final Duration SOME_TIME = Duration.ofMinutes(10);

    /** So long somebody may take to prove themselves, or to choose. */
    private static final Duration LONGEST = Duration.ofHours(24);

    /** So long they may think after a password that was refused. */
    private static final Duration ANOTHER_TRY = Duration.ofMinutes(10);

    private static final Duration TOO_NEW = Duration.ofDays(14);

    private final Standing standing;
    private final Changes changes;
    private final People people;
    private final Clock clock;

    Hands(Standing standing, Changes changes, People people, Clock clock) {
        this.standing = standing;
        this.changes = changes;
        this.people = people;
        this.clock = clock;
    }

    /** How far a step is. */
    sealed interface Far {
        /**
         * It can be ended.
         *
         * @param outcome null: it goes on
         * @param came in words, for the page of the run
         * @param gives values that it gives
         */
        record Done(@Nullable Outcome outcome, String came, Map<String, String> gives)
                implements Far {}

        /** It waits. */
        record Waits(String what, Duration again) implements Far {}

        /** It cannot go on there. */
        record Broken(String reason) implements Far {}
    }

    private static Far done(@Nullable Outcome outcome, String came) {
        return new Far.Done(outcome, came, Map.of());
    }

    Far look(Run run, Tickets.View ticket, Act act, Instant beganAt, Interpreter.Values values) {
        return switch (act) {
            case Act.Note note -> done(null, "“" + Interpreter.filled(note.words(), values) + "”");
            case Act.Milestone stone ->
                    done(null, "“" + Interpreter.filled(stone.words(), values) + "”");
            case Act.Wait wait -> {
                Instant until = beganAt.plus(Duration.ofMinutes(wait.minutes()));
                yield until.isAfter(clock.instant())
                        ? new Far.Waits(
                                "till its time is over", Duration.between(clock.instant(), until))
                        : done(null, "its time is over");
            }
            case Act.FindContact find -> contact(ticket, find);
            case Act.Prove prove -> proved(run, ticket, prove, beganAt);
            case Act.Change change -> changed(ticket, change, beganAt);
            case Act.Pass pass -> done(null, "to the " + pass.team());
            case Act.Close close ->
                    done(null, "“" + Interpreter.filled(close.words(), values) + "”");
            case Act.Stop stop -> done(null, "“" + Interpreter.filled(stop.words(), values) + "”");
            default -> new Far.Broken("Earnest cannot do that yet");
        };
    }

    private Far contact(Tickets.View ticket, Act.FindContact find) {
        UUID person = ticket.person();
        if (person == null) {
            return done(Outcome.NONE, "nobody is named");
        }
        Instant old = clock.instant().minus(TOO_NEW);
        Optional<People.Contact> found =
                people.contacts(person).stream()
                        .filter(contact -> contact.kind().id().equals(find.kind()))
                        .filter(
                                contact -> {
                                    Instant since = contact.since();
                                    return since == null || since.isBefore(old);
                                })
                        .findFirst();
        return found.<Far>map(
                        contact ->
                                new Far.Done(
                                        null,
                                        "there is one",
                                        Map.of(find.as(), contact.id().toString())))
                .orElseGet(() -> done(Outcome.NONE, "there is none that is not too new"));
    }

    private Far proved(Run run, Tickets.View ticket, Act.Prove prove, Instant beganAt) {
        if (ticket.state() == Tickets.State.CLOSED || ticket.conversation() == null) {
            // Whoever is quicker than the run is done before it looks: it was judged there.
            return latest(ticket, prove.deed()) == null
                    ? done(Outcome.SHORT, "they went")
                    : done(null, "enough");
        }
        if (ticket.person() == null) {
            return late(beganAt)
                    ? done(Outcome.SHORT, "nobody was named")
                    : new Far.Waits("till somebody is named", pause(beganAt));
        }
        Standing.Judgement judged =
                standing.reckoning(
                                ticket,
                                List.of(
                                        new Standing.Want(
                                                prove.deed().action(),
                                                prove.deed().system(),
                                                asks(run, ticket, prove))),
                                Standing.Side.DESK)
                        .judgements()
                        .getFirst();
        return switch (judged.verdict()) {
            case OPEN -> done(null, "enough");
            case STOPPED -> done(Outcome.SHORT, "a 'no' stands");
            case NO_RULE -> done(Outcome.SHORT, "no rule allows it");
            case SHORT, NEEDS_SECOND_PERSON ->
                    late(beganAt)
                            ? done(Outcome.SHORT, "not enough within a day")
                            : new Far.Waits(
                                    "for proof: %d short".formatted(judged.points()),
                                    pause(beganAt));
        };
    }

    /** What somebody does for themselves they ask for; all else is asked by the run. */
    private static UUID asks(Run run, Tickets.View ticket, Act.Prove prove) {
        UUID person = ticket.person();
        return prove.deed().action().equals(Action.OWN_PASSWORD.word()) && person != null
                ? person
                : run.id();
    }

    /** Whoever is there is not kept waiting; whoever comes tomorrow is not looked for all night. */
    private Duration pause(Instant beganAt) {
        return beganAt.plus(SOME_TIME).isAfter(clock.instant()) ? SOON : LATER;
    }

    private boolean late(Instant beganAt) {
        return !beganAt.plus(LONGEST).isAfter(clock.instant());
    }

    /**
     * The person chooses on their page; the run only sees what came of it, and the change itself is
     * judged and made at most once as any other.
     */
    private Far changed(Tickets.View ticket, Act.Change change, Instant beganAt) {
        Changes.View latest = latest(ticket, change.deed());
        if (latest == null) {
            if (ticket.state() == Tickets.State.CLOSED || ticket.conversation() == null) {
                return refused(change, "they went without choosing one");
            }
            return late(beganAt)
                    ? refused(change, "nobody chose one within a day")
                    : new Far.Waits("till they choose one on their page", pause(beganAt));
        }
        return switch (latest.state()) {
            case TOOK_EFFECT -> gave(change, null, "took effect", "it took effect");
            case INTENDED, ASKED -> new Far.Waits("for the system", SOON);
            case UNKNOWN -> new Far.Waits("for the system, which does not answer yet", SOON);
            case REFUSED, DID_NOT, CLOSED -> {
                String reason = latest.reason() == null ? "it was not set" : latest.reason();
                Instant settled = latest.settledAt() == null ? beganAt : latest.settledAt();
                boolean gone =
                        ticket.state() == Tickets.State.CLOSED || ticket.conversation() == null;
                yield gone || !settled.plus(ANOTHER_TRY).isAfter(clock.instant())
                        ? refused(change, reason)
                        : new Far.Waits("for another one, since it was refused", SOON);
            }
        };
    }

    /** The last change of that kind on the ticket; there is none without enough proof. */
    private Changes.@Nullable View latest(Tickets.View ticket, Act.Deed deed) {
        return changes.onTicket(ticket.id()).stream()
                .filter(one -> one.action().word().equals(deed.action()))
                .filter(one -> one.system().equals(deed.system()))
                .reduce((a, b) -> b)
                .orElse(null);
    }

    private static Far refused(Act.Change change, String reason) {
        return gave(change, Outcome.REFUSED, reason, reason);
    }

    private static Far gave(
            Act.Change change, @Nullable Outcome outcome, String came, String words) {
        String as = change.as();
        return new Far.Done(outcome, came, as == null ? Map.of() : Map.of(as + ".words", words));
    }
}
