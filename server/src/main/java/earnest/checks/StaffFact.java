package earnest.checks;

import earnest.access.SignedIn;
import earnest.core.passwords.Secret;
import earnest.people.FactKind;
import earnest.people.People;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.Objects;

/** The caller tells a fact of theirs; Earnest compares it, and shows nobody the answer. */
@Component
class StaffFact implements ProofMethod {
    private final People people;
    private final CheckLog log;

    StaffFact(People people, CheckLog log) {
        this.people = people;
        this.log = log;
    }

    @Override
    public Methods method() {
        return Methods.STAFF_FACT;
    }

    @Override
    public void start(ProofCheck check, SignedIn me, Tickets.View ticket) {
        log.append(log.entry(EntryKind.FACT_ASKED, me, check).data("fact", kind(check).words()));
    }

    /** Else one would be asked and dropped until the one comes that the caller knows. */
    @Override
    public CheckLog.LetGo letGo() {
        return new CheckLog.LetGo(CheckState.FAILED, EntryKind.FACT_NOT_GIVEN);
    }

    /** One try: a second guess would be a guess. */
    @Override
    public Proving.Outcome answer(Tickets.View ticket, ProofCheck check, Secret typed) {
        FactKind kind = kind(check);
        boolean right =
                typed.open(heard -> people.compareFact(check.personId, kind, new String(heard)));
        check.tries = 1;
        log.end(
                ticket,
                check,
                right ? CheckState.PASSED : CheckState.FAILED,
                log.caller(right ? EntryKind.FACT_RIGHT : EntryKind.FACT_WRONG, ticket, check)
                        .data("fact", kind.words()));
        return new Proving.Outcome(right ? "passed" : "failed", 0);
    }

    private static FactKind kind(ProofCheck check) {
        return FactKind.of(Objects.requireNonNull(check.fact));
    }
}
