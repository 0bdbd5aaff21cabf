package earnest.checks;

import earnest.access.SignedIn;
import earnest.channels.Texts;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Objects;

/** A code is sent to a phone on record, and read back by the caller. */
@Component
class CodeByText implements ProofMethod {
    private static final int MOST_CODES = 6;
    private static final Duration CODES_WINDOW = Duration.ofMinutes(30);
    private static final CheckLog.TryKinds KINDS =
            new CheckLog.TryKinds(
                    EntryKind.CODE_READ_BACK, EntryKind.CODE_WRONG, EntryKind.CODE_FAILED);

    private final CheckRepository checks;
    private final SentCodes codes;
    private final Texts texts;
    private final CheckLog log;

    CodeByText(CheckRepository checks, SentCodes codes, Texts texts, CheckLog log) {
        this.checks = checks;
        this.codes = codes;
        this.texts = texts;
        this.log = log;
    }

    @Override
    public Methods method() {
        return Methods.CODE_BY_TEXT;
    }

    @Override
    public void start(ProofCheck check, SignedIn me, Tickets.View ticket) {
        long sent =
                checks.startedSince(
                        check.personId, method().id(), check.startedAt.minus(CODES_WINDOW));
        if (sent >= MOST_CODES) {
            throw new Problem(
                    429,
                    "too-many-codes",
                    "This person was sent %d codes within half an hour. Use another check."
                            .formatted(sent));
        }
        check.expiresAt = check.startedAt.plus(Proving.CODE_LASTS);
        check.tries = log.carriedTries(check, CODES_WINDOW);
        log.append(log.entry(EntryKind.CODE_SENT, me, check).data("contact", log.contact(check)));
        texts.send(
                Texts.Purpose.CODE,
                check.id,
                ticket.id(),
                check.personId,
                Objects.requireNonNull(check.contactId));
    }

    @Override
    public CheckLog.LetGo letGo() {
        return new CheckLog.LetGo(CheckState.UNANSWERED, EntryKind.CODE_REPLACED);
    }

    @Override
    public Proving.Outcome answer(Tickets.View ticket, ProofCheck check, Secret typed) {
        return log.tried(ticket, check, codes.is(check.id, typed), KINDS);
    }
}
