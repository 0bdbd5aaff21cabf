package earnest.checks;

import earnest.channels.TicketChannels;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.Available;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Outcome;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Gathers what an assessment looks at: evidence, signals, and checks that could still be made. */
@Component
class Gathered {
    private static final Duration LATELY = Duration.ofHours(24);
    static final String NO_CONVERSATION = "none";

    private final CheckRepository checks;
    private final ProofMethods methods;
    private final People people;
    private final Tickets tickets;
    private final TicketChannels channels;
    private final Clock clock;

    Gathered(
            CheckRepository checks,
            ProofMethods methods,
            People people,
            Tickets tickets,
            TicketChannels channels,
            Clock clock) {
        this.checks = checks;
        this.methods = methods;
        this.people = people;
        this.tickets = tickets;
        this.channels = channels;
        this.clock = clock;
    }

    /**
     * What is known of a ticket and the person named on it, read once.
     *
     * @param checks of the ticket, oldest first
     * @param elsewhere each 'no' of the person on other tickets, and what they failed there lately
     */
    record OfTicket(
            Tickets.View ticket,
            UUID person,
            List<ProofCheck> checks,
            List<ProofCheck> elsewhere,
            List<People.Contact> contacts) {

        /**
         * Ended checks that count here; a check under way is no evidence yet. Those about this
         * person; what whoever is on this ticket failed or was denied as somebody else; and every
         * 'no' of this person, wherever it was said.
         */
        List<ProofCheck> ended() {
            return Stream.concat(
                            checks.stream()
                                    .filter(check -> check.endedAt != null && countsHere(check)),
                            // A closed ticket shows what stood then.
                            ticket.state() == Tickets.State.CLOSED
                                    ? Stream.of()
                                    : elsewhere.stream()
                                            .filter(check -> check.state == CheckState.DENIED))
                    .toList();
        }

        private boolean countsHere(ProofCheck check) {
            return check.personId.equals(person)
                    || check.state == CheckState.FAILED
                    || check.state == CheckState.DENIED;
        }

        /** Ids of lines that stop nothing any more. */
        Set<String> lifted() {
            return checks.stream()
                    .filter(check -> check.stopLiftedAt != null)
                    .map(check -> check.id.toString())
                    .collect(Collectors.toSet());
        }

        Optional<ProofCheck> open(Instant now) {
            return checks.stream().filter(check -> check.open(now)).reduce((a, b) -> b);
        }

        /** As a method sees it. */
        Known known(ProofMethod method, Rulebooks.InForce book, Instant now) {
            return new Known(
                    ticket,
                    person,
                    contacts,
                    checks.stream().filter(check -> check.method.equals(method.id())).toList(),
                    book.rules().recentPathDays(),
                    now);
        }
    }

    OfTicket known(Tickets.View ticket, UUID person) {
        Map<Boolean, List<ProofCheck>> bearing =
                checks.bearing(ticket.id(), person, clock.instant().minus(LATELY)).stream()
                        .collect(
                                Collectors.partitioningBy(
                                        check -> check.ticketId.equals(ticket.id())));
        return new OfTicket(
                ticket,
                person,
                Objects.requireNonNull(bearing.get(true)),
                Objects.requireNonNull(bearing.get(false)),
                people.contacts(person));
    }

    static Evidence evidence(ProofCheck check) {
        UUID conversation = check.conversationId;
        return new Evidence(
                check.id.toString(),
                check.method,
                check.path,
                check.pathSince,
                conversation == null ? NO_CONVERSATION : conversation.toString(),
                null,
                outcome(check.state),
                Objects.requireNonNull(check.endedAt));
    }

    private static Outcome outcome(CheckState state) {
        return switch (state) {
            case PASSED -> Outcome.PASSED;
            case FAILED -> Outcome.FAILED;
            case DENIED -> Outcome.DENIED;
            case UNANSWERED, OPEN -> Outcome.UNANSWERED;
        };
    }

    /** Signals that the rulebook knows, with their words. */
    Map<String, String> signals(OfTicket of, Rulebooks.InForce book) {
        UUID person = of.person();
        UUID ticket = of.ticket().id();
        Map<String, String> signals = new LinkedHashMap<>();
        Instant now = clock.instant();
        Instant lately = now.minus(LATELY);
        int days = book.rules().recentPathDays();
        if (of.contacts().stream().anyMatch(contact -> recent(contact, days, now))) {
            signals.put("contact-changed", "A contact changed in the last " + days + " days");
        }
        if (of.elsewhere().stream().anyMatch(check -> check.state == CheckState.FAILED)) {
            signals.put("failed-elsewhere", "Failed a check on another ticket today");
        }
        if (tickets.anyOther(person, ticket, lately)) {
            signals.put("asked-elsewhere", "Named on another ticket today");
        }
        for (ProofMethod method : methods.all()) {
            signals.putAll(method.signals(of.known(method, book, now)));
        }
        signals.keySet().retainAll(book.rules().signals().keySet());
        return signals;
    }

    private static boolean recent(People.Contact contact, int days, Instant now) {
        Instant since = contact.since();
        return since != null && Duration.between(since, now).compareTo(Duration.ofDays(days)) < 0;
    }

    /** A check that could be made, with its method. */
    record Offered(ProofMethod method, Possible possible) {
        Available available() {
            return new Available(
                    possible.id(), method.id(), possible.path(), possible.pathSince(), null);
        }
    }

    /** What could be made here by the methods that the rulebook knows. */
    List<Offered> offers(OfTicket of, Rulebooks.InForce book, Standing.Side side) {
        List<Offered> offered = new ArrayList<>();
        Instant now = clock.instant();
        boolean written = channels.channel(of.ticket().channel()).written();
        for (ProofMethod method : methods.all()) {
            boolean here =
                    switch (side) {
                        case DESK -> method.atDesk() && !(written && method.aloud());
                        case PAGE -> method.forOneself().isPresent();
                    };
            if (here && book.rules().checks().containsKey(method.id())) {
                method.offers(of.known(method, book, now))
                        .forEach(possible -> offered.add(new Offered(method, possible)));
            }
        }
        return offered;
    }
}
