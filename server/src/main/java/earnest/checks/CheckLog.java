package earnest.checks;

import earnest.access.SignedIn;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Locale;
import java.util.Objects;
import java.util.UUID;

/** What happens in checks, as entries; and how checks end. */
@Component
class CheckLog {
    private final CheckRepository checks;
    private final Tickets tickets;
    private final People people;
    private final TheRecord record;
    private final Clock clock;

    CheckLog(
            CheckRepository checks, Tickets tickets, People people, TheRecord record, Clock clock) {
        this.checks = checks;
        this.tickets = tickets;
        this.people = people;
        this.record = record;
        this.clock = clock;
    }

    void append(Entry entry) {
        record.append(entry);
    }

    Entry entry(EntryKind kind, SignedIn me, ProofCheck check) {
        return about(Entry.by(kind, me.id(), me.name()), check);
    }

    /** What a caller does before they are proved is done by the caller, as the person. */
    Entry caller(EntryKind kind, Tickets.View ticket, ProofCheck check) {
        Tickets.Call call = ticket.call();
        return about(Entry.byCaller(kind, call == null ? "none" : call.id()), check);
    }

    private Entry about(Entry entry, ProofCheck check) {
        return entry.ticket(check.ticketId, check.conversationId)
                .person(
                        check.personId,
                        people.person(check.personId).map(People.Person::name).orElse(null))
                .data("check", check.id.toString());
    }

    /** The contact that a check uses, in words. */
    String contact(ProofCheck check) {
        return people.contact(check.personId, Objects.requireNonNull(check.contactId))
                .map(c -> c.kind().words())
                .orElse("a contact");
    }

    /** Ends a check; decisions made on what stood before must fall. */
    void end(Tickets.View ticket, ProofCheck check, CheckState state, Entry entry) {
        String outcome = state.name().toLowerCase(Locale.ROOT);
        UUID id = record.append(entry.outcome(outcome).data("method", check.method));
        check.end(state, clock.instant(), id);
        tickets.bump(ticket.id());
    }

    /**
     * Wrong tries that a fresh check of this method begins with: those of the one before, if it was
     * replaced or let go before its tries were used up. One is always left.
     */
    int carriedTries(ProofCheck check, Duration lately) {
        return checks.findFirstByPersonIdAndMethodAndStartedAtGreaterThanEqualOrderByStartedAtDesc(
                        check.personId, check.method, check.startedAt.minus(lately))
                .filter(before -> before.state == CheckState.UNANSWERED)
                .map(before -> Math.min(before.tries, Proving.MOST_TRIES - 1))
                .orElse(0);
    }

    /** What a check that is let go becomes. */
    record LetGo(CheckState state, EntryKind kind) {}

    /** The entries of a check that takes some tries. */
    record TryKinds(EntryKind passed, EntryKind wrong, EntryKind failed) {}

    /** One more try; the last one that is wrong ends the check. */
    Proving.Outcome tried(Tickets.View ticket, ProofCheck check, boolean right, TryKinds kinds) {
        check.tries++;
        int left = Proving.MOST_TRIES - check.tries;
        if (right) {
            end(
                    ticket,
                    check,
                    CheckState.PASSED,
                    caller(kinds.passed, ticket, check).data("try", ordinal(check.tries)));
            return new Proving.Outcome("passed", left);
        }
        if (left == 0) {
            end(ticket, check, CheckState.FAILED, caller(kinds.failed, ticket, check));
            return new Proving.Outcome("failed", 0);
        }
        append(
                caller(kinds.wrong, ticket, check)
                        .data("left", left == 1 ? "one try" : "two tries"));
        return new Proving.Outcome("wrong", left);
    }

    private static String ordinal(int tries) {
        return switch (tries) {
            case 1 -> "first";
            case 2 -> "second";
            default -> "third";
        };
    }
}
