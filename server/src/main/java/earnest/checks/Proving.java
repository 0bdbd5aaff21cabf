package earnest.checks;

import earnest.access.SignedIn;
import earnest.channels.Texts;
import earnest.core.codes.SentCode;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.KeyFiles;
import earnest.ground.Problem;
import earnest.ground.Work;
import earnest.ground.Writes;
import earnest.people.FactKind;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * Makes checks. A wrong code is a result that is committed with its entry, never an exception that
 * would roll it back.
 */
@Service
class Proving {
    static final int MOST_TRIES = 3;
    private static final Duration CODE_LASTS = Duration.ofMinutes(10);
    private static final int MOST_CODES = 6;
    private static final Duration CODES_WINDOW = Duration.ofMinutes(30);
    private static final int FIRST_ATTEMPT = 1;

    /** What came of an answer. */
    record Outcome(String outcome, int triesLeft) {}

    private final CheckRepository checks;
    private final Gathered gathered;
    private final Rulebooks rulebooks;
    private final Enrolments enrolments;
    private final Tickets tickets;
    private final People people;
    private final Texts texts;
    private final TheRecord record;
    private final Work work;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final SecureRandom random;
    private final byte[] codeKey;

    Proving(
            CheckRepository checks,
            Gathered gathered,
            Rulebooks rulebooks,
            Enrolments enrolments,
            Tickets tickets,
            People people,
            Texts texts,
            TheRecord record,
            Work work,
            Writes writes,
            Clock clock,
            Ids ids,
            SecureRandom random,
            KeyFiles keys) {
        this.checks = checks;
        this.gathered = gathered;
        this.rulebooks = rulebooks;
        this.enrolments = enrolments;
        this.tickets = tickets;
        this.people = people;
        this.texts = texts;
        this.record = record;
        this.work = work;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.random = random;
        this.codeKey = keys.key("codes");
    }

    /** Begins a check that the page offered; what was open before goes unanswered. */
    UUID begin(UUID ticketId, SignedIn me, String offer) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    UUID person = claimed(ticket);
                    Gathered.Possible possible = offered(ticket, person, offer);
                    ProofCheck check =
                            new ProofCheck(
                                    ids.next(),
                                    Methods.of(possible.available().method()),
                                    ticketId,
                                    ticket.conversation(),
                                    person,
                                    possible.available().path(),
                                    clock.instant());
                    check.pathSince = possible.available().pathSince();
                    check.contactId = possible.contact();
                    check.fact = possible.fact() == null ? null : possible.fact().id();
                    endOpen(ticketId, me);
                    start(check, me, ticket);
                    checks.save(check);
                    return check.id;
                });
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

    private void start(ProofCheck check, SignedIn me, Tickets.View ticket) {
        if (check.method() != Methods.CALL_BACK && check.conversationId == null) {
            throw new Problem(
                    409,
                    "nobody-on-the-line",
                    "Nobody is on the line to answer it. Call the person back first.");
        }
        switch (check.method()) {
            case CODE_BY_TEXT -> startCode(check, me, ticket);
            case AUTHENTICATOR -> {
                check.expiresAt = check.startedAt.plus(CODE_LASTS);
                record.append(entry(EntryKind.AUTHENTICATOR_ASKED, me, check));
            }
            case CALL_BACK -> {
                check.lineState = "being placed";
                record.append(
                        entry(EntryKind.CALL_BACK_PLACED, me, check)
                                .data("contact", contact(check)));
                work.soon(CallBacks.KIND, check.id);
            }
            case STAFF_FACT ->
                    record.append(entry(EntryKind.FACT_ASKED, me, check).data("fact", fact(check)));
            case NUMBER_SHOWN -> throw new IllegalStateException("nobody begins this");
        }
    }

    private void startCode(ProofCheck check, SignedIn me, Tickets.View ticket) {
        long sent =
                checks.startedSince(
                        check.personId,
                        Methods.CODE_BY_TEXT.id(),
                        check.startedAt.minus(CODES_WINDOW));
        if (sent >= MOST_CODES) {
            throw new Problem(
                    429,
                    "too-many-codes",
                    "This person was sent %d codes within half an hour. Use another check."
                            .formatted(sent));
        }
        check.expiresAt = check.startedAt.plus(CODE_LASTS);
        record.append(entry(EntryKind.CODE_SENT, me, check).data("contact", contact(check)));
        texts.send(
                Texts.Purpose.CODE,
                check.id,
                ticket.id(),
                check.personId,
                java.util.Objects.requireNonNull(check.contactId));
    }

    /** The code of a check, made again. */
    Secret code(UUID check) {
        return SentCode.of(codeKey, check, FIRST_ATTEMPT);
    }

    /** Whether digits hold the code of a check. */
    boolean isIn(UUID check, String digits) {
        try (Secret code = code(check)) {
            return code.open(characters -> digits.contains(new String(characters)));
        }
    }

    /** Takes what the analyst typed: a code, or a fact as it was heard. */
    Outcome answer(UUID ticketId, UUID checkId, SignedIn me, Secret typed) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    ProofCheck check = underWay(ticketId, checkId);
                    if (ticket.conversation() == null
                            || !ticket.conversation().equals(check.conversationId)) {
                        throw new Problem(
                                409,
                                "conversation-over",
                                "The call in which this was asked is over. Ask again in the present"
                                        + " one.");
                    }
                    return switch (check.method()) {
                        case CODE_BY_TEXT -> code(ticket, check, typed);
                        case AUTHENTICATOR -> authenticator(ticket, check, typed);
                        case STAFF_FACT -> fact(ticket, check, typed);
                        case CALL_BACK, NUMBER_SHOWN ->
                                throw Problem.invalid("Nothing is typed for this check.");
                    };
                });
    }

    private Outcome code(Tickets.View ticket, ProofCheck check, Secret typed) {
        if (!check.open(clock.instant())) {
            end(
                    ticket,
                    check,
                    CheckState.UNANSWERED,
                    caller(EntryKind.CODE_EXPIRED, ticket, check));
            return new Outcome("expired", 0);
        }
        boolean right;
        try (Secret code = code(check.id)) {
            right = code.sameAs(typed);
        }
        return tried(
                ticket,
                check,
                right,
                EntryKind.CODE_READ_BACK,
                EntryKind.CODE_WRONG,
                EntryKind.CODE_FAILED);
    }

    private Outcome authenticator(Tickets.View ticket, ProofCheck check, Secret typed) {
        return tried(
                ticket,
                check,
                enrolments.accept(check.personId, typed),
                EntryKind.AUTHENTICATOR_RIGHT,
                EntryKind.AUTHENTICATOR_WRONG,
                EntryKind.AUTHENTICATOR_FAILED);
    }

    private Outcome tried(
            Tickets.View ticket,
            ProofCheck check,
            boolean right,
            EntryKind passed,
            EntryKind wrong,
            EntryKind failed) {
        check.tries++;
        int left = MOST_TRIES - check.tries;
        if (right) {
            end(
                    ticket,
                    check,
                    CheckState.PASSED,
                    caller(passed, ticket, check).data("try", ordinal(check.tries)));
            return new Outcome("passed", left);
        }
        if (left == 0) {
            end(ticket, check, CheckState.FAILED, caller(failed, ticket, check));
            return new Outcome("failed", 0);
        }
        record.append(
                caller(wrong, ticket, check).data("left", left == 1 ? "one try" : "two tries"));
        return new Outcome("wrong", left);
    }

    private Outcome fact(Tickets.View ticket, ProofCheck check, Secret typed) {
        FactKind kind = FactKind.of(java.util.Objects.requireNonNull(check.fact));
        boolean right =
                typed.open(heard -> people.compareFact(check.personId, kind, new String(heard)));
        check.tries = 1;
        end(
                ticket,
                check,
                right ? CheckState.PASSED : CheckState.FAILED,
                caller(right ? EntryKind.FACT_RIGHT : EntryKind.FACT_WRONG, ticket, check)
                        .data("fact", kind.words()));
        return new Outcome(right ? "passed" : "failed", 0);
    }

    /**
     * What the analyst heard on a call back: {@code confirmed, somebody-else, denied, no-answer}.
     */
    Outcome heard(UUID ticketId, UUID checkId, SignedIn me, String heard) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    ProofCheck check = underWay(ticketId, checkId);
                    if (check.method() != Methods.CALL_BACK) {
                        throw Problem.invalid("Only a call back is heard.");
                    }
                    boolean answered = CallBacks.ANSWERED.equals(check.lineState);
                    if (!answered && !heard.equals("no-answer")) {
                        throw new Problem(
                                409,
                                "not-answered",
                                "Nobody answered the call back yet. Wait for the answer, or end it"
                                        + " without one.");
                    }
                    CheckState state =
                            switch (heard) {
                                case "confirmed" -> CheckState.PASSED;
                                case "somebody-else" -> CheckState.FAILED;
                                case "denied" -> CheckState.DENIED;
                                case "no-answer" -> CheckState.UNANSWERED;
                                default ->
                                        throw Problem.invalid(
                                                "What was heard is not one of the answers.");
                            };
                    EntryKind kind =
                            switch (state) {
                                case PASSED -> EntryKind.CALL_BACK_CONFIRMED;
                                case FAILED -> EntryKind.CALL_BACK_FAILED;
                                case DENIED -> EntryKind.CALL_BACK_DENIED;
                                case UNANSWERED, OPEN -> EntryKind.CALL_BACK_NOT_ANSWERED;
                            };
                    end(ticket, check, state, entry(kind, me, check));
                    return new Outcome(state.name().toLowerCase(java.util.Locale.ROOT), 0);
                });
    }

    /** Ends a check without an answer. */
    void drop(UUID ticketId, UUID checkId, SignedIn me) {
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    ProofCheck check = underWay(ticketId, checkId);
                    end(
                            ticket,
                            check,
                            CheckState.UNANSWERED,
                            entry(EntryKind.CHECK_ENDED, me, check));
                });
    }

    /** Whoever lets go of a ticket ends what they had open. */
    void endOpen(UUID ticketId, SignedIn me) {
        Tickets.View ticket = tickets.view(ticketId);
        for (ProofCheck check : checks.findByTicketIdOrderByStartedAt(ticketId)) {
            if (check.state == CheckState.OPEN) {
                EntryKind kind =
                        check.method() == Methods.CODE_BY_TEXT
                                ? EntryKind.CODE_REPLACED
                                : EntryKind.CHECK_ENDED;
                end(ticket, check, CheckState.UNANSWERED, entry(kind, me, check));
            }
        }
    }

    /** The number shown is a line of its own, and no points. */
    void numberShown(Tickets.Claimed claimed) {
        String number = claimed.numberShown();
        if (number == null) {
            return;
        }
        Optional<People.Contact> contact =
                people.contacts(claimed.person()).stream()
                        .filter(c -> c.value().equals(number))
                        .findFirst();
        String name = people.person(claimed.person()).map(People.Person::name).orElse(null);
        EntryKind kind = contact.isPresent() ? EntryKind.NUMBER_SHOWN : EntryKind.NUMBER_DIFFERS;
        UUID entry =
                record.append(
                        Entry.bySystem(kind, "line", "Line")
                                .ticket(claimed.ticket(), claimed.conversation())
                                .person(claimed.person(), name));
        contact.ifPresent(
                c -> {
                    ProofCheck check =
                            new ProofCheck(
                                    ids.next(),
                                    Methods.NUMBER_SHOWN,
                                    claimed.ticket(),
                                    claimed.conversation(),
                                    claimed.person(),
                                    c.path(),
                                    clock.instant());
                    check.pathSince = c.since();
                    check.contactId = c.id();
                    check.end(CheckState.PASSED, clock.instant(), entry);
                    checks.save(check);
                });
    }

    private void end(Tickets.View ticket, ProofCheck check, CheckState state, Entry entry) {
        String outcome = state.name().toLowerCase(java.util.Locale.ROOT);
        UUID id = record.append(entry.outcome(outcome).data("method", check.method));
        check.end(state, clock.instant(), id);
        tickets.bump(ticket.id());
    }

    private ProofCheck underWay(UUID ticketId, UUID checkId) {
        ProofCheck check =
                checks.findById(checkId)
                        .filter(c -> c.ticketId.equals(ticketId))
                        .orElseThrow(() -> Problem.unknown("check on this ticket"));
        if (check.state != CheckState.OPEN) {
            throw new Problem(
                    409, "check-over", "This check is over. Start a new one if you need it.");
        }
        return check;
    }

    private static UUID claimed(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(
                    409, "nobody-named", "Say first who the caller says they are, then prove it.");
        }
        return person;
    }

    private Entry entry(EntryKind kind, SignedIn me, ProofCheck check) {
        return about(Entry.by(kind, me.id(), me.name()), check);
    }

    /** What a caller does before they are proved is done by the caller, as the person. */
    private Entry caller(EntryKind kind, Tickets.View ticket, ProofCheck check) {
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

    private String contact(ProofCheck check) {
        UUID contact = java.util.Objects.requireNonNull(check.contactId);
        return people.contact(check.personId, contact)
                .map(c -> c.kind().words())
                .orElse("a contact");
    }

    private static @Nullable String fact(ProofCheck check) {
        return check.fact == null ? null : FactKind.of(check.fact).words();
    }

    private static String ordinal(int tries) {
        return switch (tries) {
            case 1 -> "first";
            case 2 -> "second";
            default -> "third";
        };
    }
}
