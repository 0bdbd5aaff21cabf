package earnest.checks;

import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.Work;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.Locale;

/** The desk calls a number on record, and the analyst says who answered and what they said. */
@Component
class CallBack implements ProofMethod {
    private final Work work;
    private final Tickets tickets;
    private final Stops stops;
    private final CheckLog log;

    CallBack(Work work, Tickets tickets, Stops stops, CheckLog log) {
        this.work = work;
        this.tickets = tickets;
        this.stops = stops;
        this.log = log;
    }

    @Override
    public Methods method() {
        return Methods.CALL_BACK;
    }

    /** It may be what brings the person to the line. */
    @Override
    public boolean needsSomebodyOnTheLine() {
        return false;
    }

    @Override
    public void start(ProofCheck check, SignedIn me, Tickets.View ticket) {
        check.lineState = "being placed";
        log.append(
                log.entry(EntryKind.CALL_BACK_PLACED, me, check)
                        .data("contact", log.contact(check)));
        work.soon(CallBacks.KIND, check.id);
    }

    Proving.Outcome heard(Tickets.View ticket, ProofCheck check, SignedIn me, String heard) {
        CheckState state = state(heard);
        if (check.answeredAt == null && state != CheckState.UNANSWERED) {
            throw new Problem(
                    409,
                    "not-answered",
                    "Nobody answered the call back yet. Wait for the answer, or end it without"
                            + " one.");
        }
        if (state == CheckState.PASSED && check.conversationId != null) {
            tickets.carryTo(check.conversationId);
        }
        log.end(ticket, check, state, log.entry(kind(state), me, check));
        if (state == CheckState.DENIED) {
            stops.everywhere(check);
        }
        return new Proving.Outcome(state.name().toLowerCase(Locale.ROOT), 0);
    }

    private static CheckState state(String heard) {
        return switch (heard) {
            case "confirmed" -> CheckState.PASSED;
            case "somebody-else" -> CheckState.FAILED;
            case "denied" -> CheckState.DENIED;
            case "no-answer" -> CheckState.UNANSWERED;
            default -> throw Problem.invalid("What was heard is not one of the answers.");
        };
    }

    private static EntryKind kind(CheckState state) {
        return switch (state) {
            case PASSED -> EntryKind.CALL_BACK_CONFIRMED;
            case FAILED -> EntryKind.CALL_BACK_FAILED;
            case DENIED -> EntryKind.CALL_BACK_DENIED;
            case UNANSWERED, OPEN -> EntryKind.CALL_BACK_NOT_ANSWERED;
        };
    }
}
