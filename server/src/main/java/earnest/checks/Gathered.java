package earnest.checks;

import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.signals.Signal;
import earnest.core.assurance.Available;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Method;
import earnest.core.assurance.Outcome;
import earnest.ground.Reading;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Gathers what an assessment looks at: evidence, signals, and checks that could still be made. */
@Component
class Gathered {
    private static final Duration LATELY = Duration.ofHours(24);
    static final String NO_CONVERSATION = "none";

    private final CheckRepository checks;
    private final EnrolmentRepository enrolments;
    private final Tickets tickets;
    private final ProofMethods methods;
    private final People people;
    private final List<Signal> signals;
    private final TicketChannels channels;
    private final Clock clock;

    Gathered(
            CheckRepository checks,
            EnrolmentRepository enrolments,
            Tickets tickets,
            ProofMethods methods,
            People people,
            List<Signal> signals,
            TicketChannels channels,
            Clock clock) {
        this.checks = checks;
        this.enrolments = enrolments;
        this.tickets = tickets;
        this.methods = methods;
        this.people = people;
        this.signals = signals;
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

        /** Whether a 'no' stands, here or elsewhere, that nobody lifted. */
        boolean stopped() {
            return Stream.concat(checks.stream().filter(this::countsHere), elsewhere.stream())
                    .anyMatch(
                            check ->
                                    check.state == CheckState.DENIED && check.stopLiftedAt == null);
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
        Known known(ProofMethod method, Rulebooks.InForce book, Standing.Side side, Instant now) {
            return new Known(
                    ticket,
                    person,
                    contacts,
                    checks.stream().filter(check -> check.method.equals(method.id())).toList(),
                    side == Standing.Side.PAGE,
                    book.rules().recentPathDays(),
                    now);
        }
    }

    OfTicket known(Tickets.View ticket, UUID person) {
        return Reading.once(
                () -> read(ticket, person), "known", ticket.id(), ticket.version(), person);
    }

    /** Methods ask what somebody has, and what their manager has who may vouch. */
    void beforehand(UUID person) {
        enrolments.beforehand(
                Stream.concat(
                                Stream.of(person),
                                people.person(person).map(People.Person::manager).stream())
                        .toList());
    }

    private OfTicket read(Tickets.View ticket, UUID person) {
        beforehand(person);
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

    /** What was brought back by words counts as read out, unless it is in somebody's memory. */
    static Evidence evidence(ProofCheck check, Tickets.View ticket, Rulebooks.InForce book) {
        UUID conversation = check.conversationId;
        Method method = book.rules().checks().get(check.method);
        boolean readOut =
                check.state == CheckState.PASSED
                        && conversation != null
                        && ticket.broughtBack().contains(conversation)
                        && method != null
                        && method.factor() != Factor.KNOWS;
        return new Evidence(
                check.id.toString(),
                check.method,
                check.path,
                check.pathSince,
                conversation == null ? NO_CONVERSATION : conversation.toString(),
                readOut ? Boolean.TRUE : check.relayed,
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

    /** Signals that the rulebook knows, by their kinds, with what was seen. */
    Map<String, Signal.Seen> signals(OfTicket of, Rulebooks.InForce book) {
        Map<String, Signal.Seen> seen = new TreeMap<>();
        Instant now = clock.instant();
        String address = address(of.ticket());
        Signal.About about =
                new Signal.About(
                        of.ticket(),
                        of.person(),
                        address,
                        of.contacts(),
                        List.copyOf(of.elsewhere()),
                        book.rules().recentPathDays(),
                        book.rules().caps().recentPath(),
                        tickets.around(of.ticket(), of.person(), address, now),
                        now);
        for (Signal signal : signals) {
            if (book.rules().signals().containsKey(signal.kind())) {
                signal.seen(about).ifPresent(what -> seen.put(signal.kind(), what));
            }
        }
        for (ProofMethod method : methods.all()) {
            method.signals(of.known(method, book, Standing.Side.DESK, now)).entrySet().stream()
                    .filter(one -> book.rules().signals().containsKey(one.getKey()))
                    .forEach(one -> seen.put(one.getKey(), new Signal.Seen(one.getValue())));
        }
        return seen;
    }

    private @Nullable String address(Tickets.View ticket) {
        return Optional.ofNullable(ticket.talk())
                .flatMap(talk -> channels.address(talk.channel(), talk.facts()))
                .map(TicketChannel.Address::value)
                .orElse(null);
    }

    /** Those of the directory, and those in which somebody is by a method. */
    Set<String> groups(
            OfTicket of, Rulebooks.InForce book, Standing.Side side, Set<String> ofDirectory) {
        Set<String> groups = new HashSet<>(ofDirectory);
        Instant now = clock.instant();
        for (ProofMethod method : methods.all()) {
            if (book.rules().checks().containsKey(method.id())) {
                groups.addAll(method.groups(of.known(method, book, side, now)));
            }
        }
        return groups;
    }

    /** Whether somebody whom the organisation trusts stands behind what is set up here. */
    boolean backed(OfTicket of) {
        return of.checks().stream()
                .filter(check -> check.state == CheckState.PASSED)
                .filter(check -> check.personId.equals(of.person()))
                .anyMatch(
                        check ->
                                methods.of(check)
                                        .map(method -> method.standsBehind(check))
                                        .orElse(false));
    }

    /** A check that could be made, with its method. */
    record Offered(ProofMethod method, Possible possible) {
        Available available() {
            return new Available(
                    possible.id(),
                    method.id(),
                    possible.path(),
                    possible.pathSince(),
                    possible.relayed());
        }
    }

    /** Of the methods that an analyst could ask for, those with nothing to offer. */
    List<Standing.Missing> missing(OfTicket of, Rulebooks.InForce book, List<Offered> offers) {
        Instant now = clock.instant();
        boolean written = channels.channel(of.ticket().channel()).written();
        List<Standing.Missing> missing = new ArrayList<>();
        for (ProofMethod method : methods.all()) {
            boolean asked = method.atDesk() && book.rules().checks().containsKey(method.id());
            boolean counts = asked && book.rules().checks().get(method.id()).points() > 0;
            if (counts && offers.stream().noneMatch(one -> one.method() == method)) {
                missing.add(
                        new Standing.Missing(
                                method.title(),
                                written && method.aloud()
                                        ? "It is said aloud, and here one writes."
                                        : method.missing(
                                                of.known(method, book, Standing.Side.DESK, now))));
            }
        }
        return missing;
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
                method.offers(of.known(method, book, side, now))
                        .forEach(possible -> offered.add(new Offered(method, possible)));
            }
        }
        return offered;
    }
}
