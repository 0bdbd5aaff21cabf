package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.Form;
import earnest.checks.methods.OutsideReplies;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.EntryKind;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** Takes what comes in on checks, from the analyst and from outside. */
@Component
class Replies implements OutsideReplies {
    /** What came of a reply; {@code outcome} is a state's word, or {@code wrong, expired, open}. */
    @Schema(name = "CheckOutcome")
    record Outcome(String outcome, int triesLeft) {}

    private final CheckRepository checks;
    private final ProofMethods methods;
    private final Tickets tickets;
    private final Stops stops;
    private final QuietWords quiet;
    private final CheckLog log;
    private final Writes writes;
    private final Clock clock;

    Replies(
            CheckRepository checks,
            ProofMethods methods,
            Tickets tickets,
            Stops stops,
            QuietWords quiet,
            CheckLog log,
            Writes writes,
            Clock clock) {
        this.checks = checks;
        this.methods = methods;
        this.tickets = tickets;
        this.stops = stops;
        this.quiet = quiet;
        this.log = log;
        this.writes = writes;
        this.clock = clock;
    }

    /** Takes what was typed or chosen. */
    Outcome reply(UUID ticketId, UUID checkId, Actor actor, Reply reply) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, actor);
                    ProofCheck check = onTicket(ticketId, checkId);
                    ProofMethod method = methods.must(check);
                    CheckLog.There there = CheckLog.There.of(actor);
                    boolean lateNo =
                            reply instanceof Reply.Chosen(String choice)
                                    && choice.equals(CheckState.DENIED.word())
                                    && method.mayStillBeDenied(check)
                                    && check.state != CheckState.DENIED;
                    if (!lateNo) {
                        mustBeUnderWay(check);
                    }
                    if (method.needsSomebodyOnTheLine()) {
                        mustGoOn(ticket, check);
                    }
                    if (!lateNo && !check.open(clock.instant())) {
                        log.end(ticket, check, method.runOut(check), there);
                        return new Outcome("expired", 0);
                    }
                    if (method.needsSomebodyOnTheLine()) {
                        ticket.mustBeSpeaking();
                    }
                    return take(ticket, check, method, result(check, method, actor, reply), there);
                });
    }

    /** In the place of an answer, somebody may say that they are being forced. */
    private Result result(ProofCheck check, ProofMethod method, Actor actor, Reply reply) {
        if (actor instanceof Actor.AtDesk && reply instanceof Reply.Typed(Secret typed)) {
            if (quiet.areIn(check.personId, typed)) {
                tickets.warn(check.ticketId, QuietWords.WARNING);
                return QuietWords.SAID;
            }
            if (method.form(check) instanceof Form.Code && QuietWords.hasLetters(typed)) {
                throw Problem.invalid(
                        "That is no code, and was not counted. Digits are asked for.");
            }
        }
        return method.reply(check, reply);
    }

    private static void mustGoOn(Tickets.View ticket, ProofCheck check) {
        if (check.conversationId == null
                || !ticket.conversations().contains(check.conversationId)) {
            throw new Problem(
                    409,
                    "conversation-over",
                    "The call in which this was asked is over. Ask again in the present one.");
        }
    }

    private Outcome take(
            Tickets.View ticket,
            ProofCheck check,
            ProofMethod method,
            Result result,
            CheckLog.There there) {
        return switch (result) {
            case Result.Ends ends -> {
                check.tries++;
                log.end(ticket, check, ends, there);
                if (ends.state() == CheckState.DENIED) {
                    stops.everywhere(check);
                }
                yield new Outcome(ends.state().word(), Math.max(0, method.tries() - check.tries));
            }
            case Result.Wrong wrong -> {
                check.tries++;
                int left = method.tries() - check.tries;
                if (left <= 0) {
                    log.end(
                            ticket,
                            check,
                            new Result.Ends(CheckState.FAILED, wrong.lastWords(), wrong.by()),
                            there);
                    yield new Outcome(CheckState.FAILED.word(), 0);
                }
                log.append(EntryKind.CHECK_WRONG, ticket, check, wrong.by(), there, wrong.words());
                yield new Outcome("wrong", left);
            }
            case Result.GoesOn on -> {
                log.append(EntryKind.CHECK_WENT_ON, ticket, check, on.by(), there, on.words());
                yield open(check, method);
            }
            case Result.Nothing _ -> open(check, method);
        };
    }

    private static Outcome open(ProofCheck check, ProofMethod method) {
        return new Outcome(CheckState.OPEN.word(), method.tries() - check.tries);
    }

    @Override
    public void became(UUID id, String event, String system, String systemName) {
        writes.run(
                () -> {
                    Optional<UUID> on = checks.ticketOf(id);
                    if (on.isEmpty()) {
                        return;
                    }
                    // The check is read only now: what committed meanwhile is seen.
                    Tickets.View ticket = tickets.lock(on.get());
                    ProofCheck check = checks.findById(id).orElseThrow();
                    if (check.state == CheckState.OPEN) {
                        ProofMethod method = methods.must(check);
                        take(
                                ticket,
                                check,
                                method,
                                method.reply(check, new Reply.FromOutside(event)),
                                new CheckLog.There(null, system, systemName));
                    }
                });
    }

    ProofCheck onTicket(UUID ticketId, UUID checkId) {
        return checks.findById(checkId)
                .filter(c -> c.ticketId.equals(ticketId))
                .orElseThrow(() -> Problem.unknown("check on this ticket"));
    }

    static void mustBeUnderWay(ProofCheck check) {
        if (check.state != CheckState.OPEN) {
            throw new Problem(
                    409, "check-over", "This check is over. Start a new one if you need it.");
        }
    }
}
