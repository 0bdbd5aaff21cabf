package earnest.checks;

import earnest.access.SignedIn;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.FactKind;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Makes checks: what holds for all of them. What one method does is in its {@link ProofMethod}. */
@Service
class Proving {
    static final int MOST_TRIES = 3;
    static final Duration CODE_LASTS = Duration.ofMinutes(10);

    /** What came of an answer. */
    record Outcome(String outcome, int triesLeft) {}

    private final CheckRepository checks;
    private final Map<Methods, ProofMethod> methods;
    private final CallBack callBack;
    private final Gathered gathered;
    private final Rulebooks rulebooks;
    private final Tickets tickets;
    private final CheckLog log;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final SecureRandom random;

    Proving(
            CheckRepository checks,
            List<ProofMethod> methods,
            CallBack callBack,
            Gathered gathered,
            Rulebooks rulebooks,
            Tickets tickets,
            CheckLog log,
            Writes writes,
            Clock clock,
            Ids ids,
            SecureRandom random) {
        this.checks = checks;
        this.methods =
                methods.stream()
                        .collect(Collectors.toMap(ProofMethod::method, Function.identity()));
        this.callBack = callBack;
        this.gathered = gathered;
        this.rulebooks = rulebooks;
        this.tickets = tickets;
        this.log = log;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.random = random;
    }

    /** Begins a check that the page offered; what was open before goes unanswered. */
    UUID begin(UUID ticketId, SignedIn me, String offer) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    ProofCheck check = check(ticket, claimed(ticket), offer);
                    ProofMethod method = method(check);
                    if (method.needsSomebodyOnTheLine() && check.conversationId == null) {
                        throw new Problem(
                                409,
                                "nobody-on-the-line",
                                "Nobody is on the line to answer it. Call the person back first.");
                    }
                    if (method.needsSomebodyOnTheLine()) {
                        ticket.mustBeSpeaking();
                    }
                    endOpen(ticketId, me);
                    method.start(check, me, ticket);
                    checks.add(check);
                    return check.id;
                });
    }

    private ProofCheck check(Tickets.View ticket, UUID person, String offer) {
        Gathered.Possible possible = offered(ticket, person, offer);
        ProofCheck check =
                new ProofCheck(
                        ids.next(),
                        Methods.of(possible.available().method()),
                        ticket.id(),
                        ticket.conversation(),
                        person,
                        possible.available().path(),
                        clock.instant());
        FactKind fact = possible.fact();
        check.pathSince = possible.available().pathSince();
        check.contactId = possible.contact();
        check.fact = fact == null ? null : fact.id();
        return check;
    }

    private Gathered.Possible offered(Tickets.View ticket, UUID person, String offer) {
        List<Gathered.Possible> possible =
                gathered.possible(gathered.known(ticket, person), rulebooks.inForce()).stream()
                        .filter(
                                p ->
                                        p.fact() == null
                                                ? p.available().id().equals(offer)
                                                : offer.equals(Methods.STAFF_FACT.id()))
                        .toList();
        if (possible.isEmpty()) {
            throw new Problem(
                    409,
                    "not-offered",
                    "This check is not offered for this person. Choose another on the page.");
        }
        return possible.get(random.nextInt(possible.size()));
    }

    /** Takes what the analyst typed: a code, or a fact as it was heard. */
    Outcome answer(UUID ticketId, UUID checkId, SignedIn me, Secret typed) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    ProofCheck check = underWay(ticketId, checkId);
                    if (check.conversationId == null
                            || !ticket.conversations().contains(check.conversationId)) {
                        throw new Problem(
                                409,
                                "conversation-over",
                                "The call in which this was asked is over. Ask again in the present"
                                        + " one.");
                    }
                    if (!check.open(clock.instant())) {
                        log.end(
                                ticket,
                                check,
                                CheckState.UNANSWERED,
                                log.caller(EntryKind.CODE_EXPIRED, ticket, check));
                        return new Outcome("expired", 0);
                    }
                    ticket.mustBeSpeaking();
                    return method(check).answer(ticket, check, typed);
                });
    }

    /**
     * What the analyst heard on a call back: {@code confirmed, somebody-else, denied, no-answer}.
     */
    Outcome heard(UUID ticketId, UUID checkId, SignedIn me, String heard) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    ProofCheck check = onTicket(ticketId, checkId);
                    if (check.method() != Methods.CALL_BACK) {
                        throw Problem.invalid("Only a call back is heard.");
                    }
                    // A 'no' can be said at any time, also after the call was taken for over.
                    if (!heard.equals("denied") || check.state == CheckState.DENIED) {
                        mustBeUnderWay(check);
                    }
                    return callBack.heard(ticket, check, me, heard);
                });
    }

    /** Ends a check without an answer. */
    void drop(UUID ticketId, UUID checkId, SignedIn me) {
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    letGo(ticket, underWay(ticketId, checkId), me);
                });
    }

    /** Whoever lets go of a ticket ends what they had open. */
    void endOpen(UUID ticketId, SignedIn me) {
        Tickets.View ticket = tickets.view(ticketId);
        for (ProofCheck check : checks.findByTicketIdOrderByStartedAt(ticketId)) {
            if (check.state == CheckState.OPEN) {
                letGo(ticket, check, me);
            }
        }
    }

    /** While the call goes on, letting go is the caller's not knowing; after it, nobody's. */
    private void letGo(Tickets.View ticket, ProofCheck check, SignedIn me) {
        CheckLog.LetGo end = method(check).letGo();
        boolean goesOn =
                check.conversationId != null
                        && ticket.conversations().contains(check.conversationId);
        if (end.state() == CheckState.FAILED && !goesOn) {
            end = new CheckLog.LetGo(CheckState.UNANSWERED, EntryKind.CHECK_ENDED);
        }
        Entry entry = log.entry(end.kind(), me, check);
        if (check.fact != null) {
            entry.data("fact", FactKind.of(check.fact).words());
        }
        log.end(ticket, check, end.state(), entry);
    }

    private ProofMethod method(ProofCheck check) {
        ProofMethod method = methods.get(check.method());
        if (method == null) {
            throw new IllegalStateException("nobody begins a check of " + check.method);
        }
        return method;
    }

    private ProofCheck onTicket(UUID ticketId, UUID checkId) {
        return checks.findById(checkId)
                .filter(c -> c.ticketId.equals(ticketId))
                .orElseThrow(() -> Problem.unknown("check on this ticket"));
    }

    private ProofCheck underWay(UUID ticketId, UUID checkId) {
        ProofCheck check = onTicket(ticketId, checkId);
        mustBeUnderWay(check);
        return check;
    }

    private static void mustBeUnderWay(ProofCheck check) {
        if (check.state != CheckState.OPEN) {
            throw new Problem(
                    409, "check-over", "This check is over. Start a new one if you need it.");
        }
    }

    private static UUID claimed(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(
                    409, "nobody-named", "Say first who the caller says they are, then prove it.");
        }
        return person;
    }
}
