package earnest.checks;

import earnest.access.SignedIn;
import earnest.core.passwords.Secret;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Duration;

/** The caller reads the running code of an enrolled authenticator. */
@Component
class AuthenticatorCode implements ProofMethod {
    private static final CheckLog.TryKinds KINDS =
            new CheckLog.TryKinds(
                    EntryKind.AUTHENTICATOR_RIGHT,
                    EntryKind.AUTHENTICATOR_WRONG,
                    EntryKind.AUTHENTICATOR_FAILED);

    private static final Duration LATELY = Duration.ofMinutes(30);

    private final Enrolments enrolments;
    private final CheckLog log;

    AuthenticatorCode(Enrolments enrolments, CheckLog log) {
        this.enrolments = enrolments;
        this.log = log;
    }

    @Override
    public Methods method() {
        return Methods.AUTHENTICATOR;
    }

    @Override
    public void start(ProofCheck check, SignedIn me, Tickets.View ticket) {
        check.expiresAt = check.startedAt.plus(Proving.CODE_LASTS);
        check.tries = log.carriedTries(check, LATELY);
        log.append(log.entry(EntryKind.AUTHENTICATOR_ASKED, me, check));
    }

    @Override
    public Proving.Outcome answer(Tickets.View ticket, ProofCheck check, Secret typed) {
        return log.tried(ticket, check, enrolments.accept(check.personId, typed), KINDS);
    }
}
