package earnest.checks;

import earnest.core.assurance.Available;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Outcome;
import earnest.people.FactKind;
import earnest.people.People;
import earnest.people.Telephone;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
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
    private final People people;
    private final Tickets tickets;
    private final Enrolments enrolments;
    private final Clock clock;

    Gathered(
            CheckRepository checks,
            People people,
            Tickets tickets,
            Enrolments enrolments,
            Clock clock) {
        this.checks = checks;
        this.people = people;
        this.tickets = tickets;
        this.enrolments = enrolments;
        this.clock = clock;
    }

    /** What is known of a ticket and the person named on it, read once. */
    record Known(
            Tickets.View ticket,
            UUID person,
            List<ProofCheck> checks,
            List<ProofCheck> stops,
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
                            stops.stream().filter(stop -> !stop.ticketId.equals(ticket.id())))
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
    }

    Known known(Tickets.View ticket, UUID person) {
        return new Known(
                ticket,
                person,
                checks.findByTicketIdOrderByStartedAt(ticket.id()),
                // A closed ticket shows what stood then.
                ticket.state() == Tickets.State.CLOSED ? List.of() : checks.stops(person),
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
                java.util.Objects.requireNonNull(check.endedAt));
    }

    private static Outcome outcome(CheckState state) {
        return switch (state) {
            case PASSED -> Outcome.PASSED;
            case FAILED -> Outcome.FAILED;
            case DENIED -> Outcome.DENIED;
            case UNANSWERED, OPEN -> Outcome.UNANSWERED;
        };
    }

    List<String> signals(Known known, Rulebooks.InForce book) {
        UUID person = known.person();
        UUID ticket = known.ticket().id();
        List<String> signals = new ArrayList<>();
        Instant now = clock.instant();
        Instant lately = now.minus(LATELY);
        boolean changed = known.contacts().stream().anyMatch(contact -> recent(contact, book, now));
        add(signals, "contact-changed", changed, book);
        add(signals, "failed-elsewhere", checks.failedElsewhere(person, ticket, lately) > 0, book);
        add(signals, "asked-elsewhere", tickets.anyOther(person, ticket, lately), book);
        add(signals, "number-differs", numberDiffers(known), book);
        return signals;
    }

    private static void add(
            List<String> signals, String kind, boolean there, Rulebooks.InForce book) {
        if (there && book.rules().signals().containsKey(kind)) {
            signals.add(kind);
        }
    }

    /** A withheld number differs from nothing. */
    private static boolean numberDiffers(Known known) {
        Tickets.Call call = known.ticket().call();
        return call != null
                && call.numberShown() != null
                && known.contacts().stream().noneMatch(c -> c.value().equals(call.numberShown()));
    }

    static boolean recent(People.Contact contact, Rulebooks.InForce book, Instant now) {
        Instant since = contact.since();
        return since != null
                && Duration.between(since, now)
                                .compareTo(Duration.ofDays(book.rules().recentPathDays()))
                        < 0;
    }

    /**
     * A check that could be made.
     *
     * @param fact of a staff fact, or null
     */
    record Possible(
            Available available,
            String label,
            @Nullable String note,
            @Nullable UUID contact,
            @Nullable FactKind fact) {}

    /** A contact that is too new is not offered. */
    List<Possible> possible(Known known, Rulebooks.InForce book) {
        Set<String> methods = book.rules().checks().keySet();
        return everyPossible(known, book).stream()
                .filter(possible -> methods.contains(possible.available().method()))
                .toList();
    }

    private List<Possible> everyPossible(Known known, Rulebooks.InForce book) {
        UUID person = known.person();
        Instant now = clock.instant();
        List<Possible> possible = new ArrayList<>();
        for (People.Contact contact : known.contacts()) {
            if (!contact.kind().telephone() || recent(contact, book, now)) {
                continue;
            }
            possible.add(callBack(contact));
            if (contact.kind().texts()) {
                possible.add(text(contact));
            }
        }
        Optional<Enrolment> enrolment = enrolments.of(person).filter(e -> !enrolments.atLimit(e));
        enrolment.ifPresent(
                e ->
                        possible.add(
                                new Possible(
                                        new Available(
                                                "authenticator",
                                                Methods.AUTHENTICATOR.id(),
                                                "device:" + e.id,
                                                null,
                                                null),
                                        Methods.AUTHENTICATOR.label(),
                                        null,
                                        null,
                                        null)));
        Set<String> asked =
                known.checks().stream()
                        .map(check -> check.fact)
                        .filter(java.util.Objects::nonNull)
                        .collect(Collectors.toSet());
        for (People.Fact fact : people.facts(person)) {
            if (!asked.contains(fact.kind().id())) {
                possible.add(
                        new Possible(
                                new Available(
                                        "fact:" + fact.kind().id(),
                                        Methods.STAFF_FACT.id(),
                                        "memory:" + fact.kind().id(),
                                        null,
                                        null),
                                Methods.STAFF_FACT.label(),
                                "drawn at random",
                                null,
                                fact.kind()));
            }
        }
        return possible;
    }

    private static Possible callBack(People.Contact contact) {
        return new Possible(
                new Available(
                        "call-back:" + contact.id(),
                        Methods.CALL_BACK.id(),
                        contact.path(),
                        contact.since(),
                        null),
                "Call back, " + contact.kind().words(),
                "number ends in " + end(contact.value()),
                contact.id(),
                null);
    }

    private static Possible text(People.Contact contact) {
        return new Possible(
                new Available(
                        "code-by-text:" + contact.id(),
                        Methods.CODE_BY_TEXT.id(),
                        contact.path(),
                        contact.since(),
                        null),
                "Code to " + contact.kind().words(),
                "number ends in " + end(contact.value()),
                contact.id(),
                null);
    }

    static String end(String number) {
        String masked = Telephone.masked(number);
        return masked.substring(masked.length() - 2);
    }
}
