package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Result;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Reading;
import earnest.ground.Writes;
import earnest.record.EntryKind;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.UUID;

/** Begins checks and lets go of them: what holds for all of them, whatever their method. */
@Service
class Proving {
    private static final Duration LATELY = Duration.ofMinutes(30);

    private final CheckRepository checks;
    private final ProofMethods methods;
    private final Replies replies;
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
            ProofMethods methods,
            Replies replies,
            Gathered gathered,
            Rulebooks rulebooks,
            Tickets tickets,
            CheckLog log,
            Writes writes,
            Clock clock,
            Ids ids,
            SecureRandom random) {
        this.checks = checks;
        this.methods = methods;
        this.replies = replies;
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
    UUID begin(UUID ticketId, Actor actor, String offer) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, actor);
                    ProofCheck check =
                            check(
                                    ticket,
                                    claimed(ticket),
                                    offer,
                                    Standing.Side.of(ticket, actor.id()));
                    ProofMethod method = methods.must(check);
                    if (method.needsSomebodyOnTheLine()) {
                        mustBeOnTheLine(ticket, check);
                    }
                    endOpen(ticketId, actor);
                    start(ticket, check, method, actor);
                    checks.add(check);
                    return check.id;
                });
    }

    private static void mustBeOnTheLine(Tickets.View ticket, ProofCheck check) {
        if (check.conversationId == null) {
            throw new Problem(
                    409,
                    "nobody-on-the-line",
                    "Nobody is on the line to answer it. Call the person back first.");
        }
        ticket.mustBeSpeaking();
    }

    private void start(Tickets.View ticket, ProofCheck check, ProofMethod method, Actor actor) {
        Duration lasts = method.lasts();
        check.expiresAt = lasts == null ? null : check.startedAt.plus(lasts);
        // Alone, wrong tries are counted by name: what was tried elsewhere must not show there.
        check.tries = actor instanceof Actor.Alone ? 0 : carriedTries(check, method);
        String what = method.begin(check);
        log.append(
                EntryKind.CHECK_BEGUN,
                ticket,
                check,
                Result.By.ANALYST,
                CheckLog.There.of(actor),
                what);
    }

    /**
     * Wrong tries that a fresh check of this method begins with: those of the one before, if it was
     * replaced or let go before its tries were used up. One is always left.
     */
    private int carriedTries(ProofCheck check, ProofMethod method) {
        return checks.findFirstByPersonIdAndMethodAndStartedAtGreaterThanEqualOrderByStartedAtDesc(
                        check.personId, check.method, check.startedAt.minus(LATELY))
                .filter(before -> before.state == CheckState.UNANSWERED)
                .map(before -> Math.min(before.tries, method.tries() - 1))
                .orElse(0);
    }

    private ProofCheck check(Tickets.View ticket, UUID person, String offer, Standing.Side side) {
        Gathered.Offered offered = offered(ticket, person, offer, side);
        Possible possible = offered.possible();
        ProofCheck check =
                new ProofCheck(
                        ids.next(),
                        offered.method().id(),
                        ticket.id(),
                        ticket.conversation(),
                        person,
                        possible.path(),
                        clock.instant());
        check.pathSince = possible.pathSince();
        check.contactId = possible.contact();
        check.relayed = possible.relayed();
        Record detail = possible.detail();
        if (detail != null) {
            check.keep(detail);
        }
        return check;
    }

    private Gathered.Offered offered(
            Tickets.View ticket, UUID person, String offer, Standing.Side side) {
        Rulebooks.InForce book = rulebooks.inForce();
        List<Gathered.Offered> offered =
                Reading.of(() -> gathered.offers(gathered.known(ticket, person), book, side))
                        .stream()
                        .filter(o -> o.possible().offer().equals(offer))
                        .toList();
        if (offered.isEmpty()) {
            throw new Problem(
                    409,
                    "not-offered",
                    "This check is not offered for this person. Choose another on the page.");
        }
        return offered.get(random.nextInt(offered.size()));
    }

    /** Ends a check without an answer. */
    void drop(UUID ticketId, UUID checkId, Actor actor) {
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, actor);
                    ProofCheck check = replies.onTicket(ticketId, checkId);
                    Replies.mustBeUnderWay(check);
                    letGo(ticket, check, actor);
                });
    }

    /** Whoever lets go of a ticket ends what they had open. */
    void endOpen(UUID ticketId, @Nullable Actor actor) {
        List<ProofCheck> open =
                checks.findByTicketIdOrderByStartedAt(ticketId).stream()
                        .filter(check -> check.state == CheckState.OPEN)
                        .toList();
        if (!open.isEmpty()) {
            Tickets.View ticket = tickets.view(ticketId);
            open.forEach(check -> letGo(ticket, check, actor));
        }
    }

    /** While the call goes on, letting go is the caller's not knowing; after it, nobody's. */
    private void letGo(Tickets.View ticket, ProofCheck check, @Nullable Actor actor) {
        Result.Ends end = methods.must(check).letGo(check);
        boolean goesOn =
                check.conversationId != null
                        && ticket.conversations().contains(check.conversationId);
        if (end.state() == CheckState.FAILED && !goesOn) {
            end =
                    new Result.Ends(
                            CheckState.UNANSWERED,
                            "ended a check without an answer",
                            Result.By.ANALYST);
        }
        log.end(ticket, check, end, CheckLog.There.of(actor));
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
