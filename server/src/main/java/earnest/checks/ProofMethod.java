package earnest.checks;

import earnest.access.SignedIn;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;

/** One method of proof. All is done in the present transaction, on the locked ticket. */
interface ProofMethod {
    Methods method();

    /** Whether somebody must be on the line to be asked. */
    default boolean needsSomebodyOnTheLine() {
        return true;
    }

    /** Begins the check with its entry, and whatever must leave for it. */
    void start(ProofCheck check, SignedIn me, Tickets.View ticket);

    /** How a check that is let go while somebody is on the line ends. */
    default CheckLog.LetGo letGo() {
        return new CheckLog.LetGo(CheckState.UNANSWERED, EntryKind.CHECK_ENDED);
    }

    /**
     * Takes what the analyst typed. A wrong answer is a result that is committed with its entry,
     * never an exception that would roll it back.
     */
    default Proving.Outcome answer(Tickets.View ticket, ProofCheck check, Secret typed) {
        throw Problem.invalid("Nothing is typed for this check.");
    }
}
