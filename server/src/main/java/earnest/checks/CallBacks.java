package earnest.checks;

import earnest.channels.Line;
import earnest.channels.LineEvent;
import earnest.ground.Work;
import earnest.ground.Worker;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** Places calls back to numbers on record, and follows them. The check's id is the call's. */
@Component
class CallBacks implements Worker {
    static final Work.Kind KIND = new Work.Kind("call-back");
    private static final int AT_ONCE = 3;
    private static final String ANSWERED = "answered";
    private static final Set<String> OVER = Set.of("ended", "dropped");
    private static final Duration GIVE_UP = Duration.ofSeconds(20);
    private static final Duration AGAIN = Duration.ofSeconds(2);

    private final CheckRepository checks;
    private final People people;
    private final Tickets tickets;
    private final Line line;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    CallBacks(
            CheckRepository checks,
            People people,
            Tickets tickets,
            Line line,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.checks = checks;
        this.people = people;
        this.tickets = tickets;
        this.line = line;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    @Override
    public Work.Kind kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return AT_ONCE;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        ProofCheck check = checks.findById(id).orElseThrow();
        UUID contactId = check.contactId;
        if (check.state != CheckState.OPEN || contactId == null) {
            return Optional.empty();
        }
        Optional<People.Contact> contact = people.contact(check.personId, contactId);
        if (contact.isPresent() && line.callBack(check.id, contact.get().value())) {
            became(check, "ringing");
            return Optional.empty();
        }
        if (check.startedAt.plus(GIVE_UP).isAfter(clock.instant())) {
            became(check, "the line does not take the call yet");
            return Optional.of(AGAIN);
        }
        became(check, "the line did not take the call; use another check");
        return Optional.empty();
    }

    @EventListener
    void on(LineEvent event) {
        if (event instanceof LineEvent.CallBack(String call, String state)) {
            check(call).ifPresent(check -> became(check, state));
        }
    }

    private Optional<ProofCheck> check(String call) {
        try {
            return checks.findById(UUID.fromString(call));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** The row decides: what the line says late does not overwrite what it said before. */
    private void became(ProofCheck known, String state) {
        writes.run(
                () -> {
                    tickets.lock(known.ticketId);
                    ProofCheck check = checks.findById(known.id).orElseThrow();
                    boolean late = check.answeredAt != null && !OVER.contains(state);
                    if (check.state != CheckState.OPEN || late || state.equals(check.lineState)) {
                        return;
                    }
                    check.lineState = state;
                    if (state.equals(ANSWERED)) {
                        check.answeredAt = clock.instant();
                        check.conversationId =
                                tickets.callBackBegins(check.ticketId, check.id.toString());
                    }
                    append(check, state);
                });
    }

    private void append(ProofCheck check, String state) {
        EntryKind kind =
                switch (state) {
                    case ANSWERED -> EntryKind.CALL_BACK_ANSWERED;
                    case "declined", "unanswered" -> EntryKind.CALL_BACK_NOT_ANSWERED;
                    default -> null;
                };
        if (kind != null) {
            record.append(
                    Entry.bySystem(kind, "line", "Line")
                            .ticket(check.ticketId, check.conversationId)
                            .person(check.personId, null)
                            .data("check", check.id.toString()));
        }
    }
}
