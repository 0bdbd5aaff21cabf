package earnest.checks;

import earnest.checks.methods.ProofMethod;
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
import java.util.HashMap;
import java.util.LinkedHashMap;
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
    private final ProofMethods methods;
    private final SecondPersonRows seconds;
    private final Clock clock;

    Assessing(
            Gathered gathered,
            Rulebooks rulebooks,
            ProofMethods methods,
            SecondPersonRows seconds,
            Clock clock) {
        this.gathered = gathered;
        this.rulebooks = rulebooks;
        this.methods = methods;
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
        Weighing weighing =
                new Weighing(
                        book.rules(),
                        evidence,
                        List.copyOf(signals.keySet()),
                        offered.stream().map(Gathered.Offered::available).toList(),
                        conversations,
                        known.lifted(),
                        now);
        Judge judge =
                new Judge(weighing, ticket, person, gathered.groups(known, book, side, groups));
        Map<Set<String>, List<Standing.Want>> alike =
                wanted.stream()
                        .collect(
                                Collectors.groupingBy(
                                        want -> countNot(want.action(), weighing),
                                        LinkedHashMap::new,
                                        Collectors.toList()));
        // What counts for one deed only still shows; each deed is held against what counts for it.
        Judge.Came whole =
                judge.of(wanted, alike.size() == 1 ? alike.keySet().iterator().next() : Set.of());
        Map<Standing.Want, Assessed.Weighed> each = new HashMap<>();
        if (alike.size() < 2) {
            each.putAll(whole.by(wanted));
        } else {
            alike.forEach((without, same) -> each.putAll(judge.of(same, without).by(same)));
        }
        return new Assessed(
                known,
                book,
                ended,
                offered,
                signals,
                judge.asked,
                whole.input(),
                whole.assessment(),
                wanted.stream().map(want -> Objects.requireNonNull(each.get(want))).toList());
    }

    /** Methods that were used or could be, and that do not count for this. */
    private Set<String> countNot(String action, Weighing weighing) {
        return methods.all().stream()
                .filter(method -> !method.countsFor(action) && weighing.has(method.id()))
                .map(ProofMethod::id)
                .collect(Collectors.toSet());
    }

    /** Judges what is wanted, with whoever agreed as a second person. */
    private final class Judge {
        private final Weighing weighing;
        private final Tickets.View ticket;
        private final UUID person;
        private final Set<String> groups;

        /** What second persons were asked; looked at only where one is asked for. */
        private List<Standing.Second> asked = List.of();

        Judge(Weighing weighing, Tickets.View ticket, UUID person, Set<String> groups) {
            this.weighing = weighing;
            this.ticket = ticket;
            this.person = person;
            this.groups = groups;
        }

        record Came(AssessmentInput input, Assessment assessment) {
            Map<Standing.Want, Assessed.Weighed> by(List<Standing.Want> wanted) {
                Map<Standing.Want, Assessed.Weighed> by = new HashMap<>();
                for (int i = 0; i < wanted.size(); i++) {
                    by.put(
                            wanted.get(i),
                            new Assessed.Weighed(
                                    assessment.verdicts().get(i), assessment.standing()));
                }
                return by;
            }
        }

        Came of(List<Standing.Want> wanted, Set<String> without) {
            AssessmentInput alone = input(wanted, without);
            Assessment assessment = Assurance.assess(alone);
            if (!asked.isEmpty()
                    || assessment.verdicts().stream()
                            .noneMatch(Verdict.NeedsSecondPerson.class::isInstance)) {
                return new Came(alone, assessment);
            }
            asked = seconds.onTicket(ticket.id(), person);
            if (asked.isEmpty()) {
                return new Came(alone, assessment);
            }
            AssessmentInput agreed = input(wanted, without);
            return new Came(agreed, Assurance.assess(agreed));
        }

        private AssessmentInput input(List<Standing.Want> wanted, Set<String> without) {
            return weighing.of(
                    wanted.stream()
                            .map(want -> wanted(want, groups, ticket, second(want, asked)))
                            .toList(),
                    without);
        }
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
