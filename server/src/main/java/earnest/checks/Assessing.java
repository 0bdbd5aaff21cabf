package earnest.checks;

import earnest.checks.signals.Signal;
import earnest.core.assurance.Assessment;
import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Verdict;
import earnest.core.assurance.Wanted;
import earnest.ground.Reading;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** Puts what is known of a ticket before the rulebook. */
@Component
class Assessing {
    private final Gathered gathered;
    private final Rulebooks rulebooks;
    private final SecondPersonRows seconds;
    private final Clock clock;

    Assessing(Gathered gathered, Rulebooks rulebooks, SecondPersonRows seconds, Clock clock) {
        this.gathered = gathered;
        this.rulebooks = rulebooks;
        this.seconds = seconds;
        this.clock = clock;
    }

    /** As it stands now, by the rulebook in force. */
    Assessed now(
            Tickets.View ticket,
            UUID person,
            List<Standing.Want> wanted,
            Set<String> groups,
            Standing.Side side) {
        return assess(ticket, person, wanted, groups, side, false);
    }

    /**
     * A closed ticket as it stood at its last check, by the rulebook of that time; nothing may be
     * decided on that.
     */
    Assessed then(
            Tickets.View ticket,
            UUID person,
            List<Standing.Want> wanted,
            Set<String> groups,
            Standing.Side side) {
        return assess(ticket, person, wanted, groups, side, true);
    }

    private Assessed assess(
            Tickets.View ticket,
            UUID person,
            List<Standing.Want> wanted,
            Set<String> groups,
            Standing.Side side,
            boolean lookingBack) {
        // Nothing is changed in it, so what several parts look at is looked at once.
        return Reading.of(() -> assessed(ticket, person, wanted, groups, side, lookingBack));
    }

    private Assessed assessed(
            Tickets.View ticket,
            UUID person,
            List<Standing.Want> wanted,
            Set<String> groups,
            Standing.Side side,
            boolean lookingBack) {
        Rulebooks.InForce book = lookingBack ? rulebooks.of(ticket.id()) : rulebooks.inForce();
        Gathered.OfTicket known = gathered.known(ticket, person);
        // What the rulebook does not know weighs nothing, and breaks nothing.
        Set<String> weighed = book.rules().checks().keySet();
        List<ProofCheck> ended =
                known.ended().stream().filter(check -> weighed.contains(check.method)).toList();
        List<Gathered.Offered> offered = gathered.offers(known, book, side);
        Map<String, Signal.Seen> signals = gathered.signals(known, book);
        List<Evidence> evidence =
                ended.stream().map(check -> Gathered.evidence(check, ticket, book)).toList();
        Instant now = clock.instant();
        for (Evidence piece : evidence) {
            // Another node's clock may be a little ahead.
            now = piece.at().isAfter(now) ? piece.at() : now;
        }
        Set<String> conversations =
                ticket.conversations().stream().map(UUID::toString).collect(Collectors.toSet());
        if (lookingBack && !evidence.isEmpty()) {
            Evidence last = evidence.stream().max(Comparator.comparing(Evidence::at)).orElseThrow();
            now = last.at();
            conversations =
                    Set.of(
                            Objects.requireNonNullElse(
                                    last.conversation(), Gathered.NO_CONVERSATION));
        }
        AssessmentInput alone =
                new AssessmentInput(
                        book.rules(),
                        evidence,
                        List.copyOf(signals.keySet()),
                        wanted.stream().map(want -> wanted(want, groups, ticket, null)).toList(),
                        offered.stream().map(Gathered.Offered::available).toList(),
                        conversations,
                        known.lifted(),
                        now);
        Assessment assessment = Assurance.assess(alone);
        // Only where one is asked for is looked whether somebody agreed.
        List<Standing.Second> asked =
                assessment.verdicts().stream().anyMatch(Verdict.NeedsSecondPerson.class::isInstance)
                        ? seconds.onTicket(ticket.id(), person)
                        : List.of();
        AssessmentInput input =
                asked.isEmpty()
                        ? alone
                        : new AssessmentInput(
                                alone.rulebook(),
                                alone.evidence(),
                                alone.signals(),
                                wanted.stream()
                                        .map(
                                                want ->
                                                        wanted(
                                                                want,
                                                                groups,
                                                                ticket,
                                                                second(want, asked)))
                                        .toList(),
                                alone.available(),
                                alone.conversations(),
                                alone.liftedStops(),
                                alone.now());
        return new Assessed(
                known,
                book,
                ended,
                offered,
                signals,
                asked,
                input,
                asked.isEmpty() ? assessment : Assurance.assess(input));
    }

    /** Who agreed to just this, by whom it is wanted; null: nobody. */
    private static @Nullable String second(Standing.Want want, List<Standing.Second> asked) {
        return asked.stream()
                .filter(one -> one.state() == Standing.SecondState.AGREED)
                .filter(one -> one.system().equals(want.system()))
                .filter(one -> one.action().equals(want.action()))
                .filter(one -> one.askedBy().equals(want.analyst()))
                .findFirst()
                .map(one -> String.valueOf(one.answeredBy()))
                .orElse(null);
    }

    private static Wanted wanted(
            Standing.Want want, Set<String> groups, Tickets.View ticket, @Nullable String second) {
        return new Wanted(
                want.action(),
                want.system(),
                groups,
                ticket.channel(),
                want.analyst().toString(),
                second);
    }
}
