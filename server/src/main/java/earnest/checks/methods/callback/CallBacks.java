package earnest.checks.methods.callback;

import earnest.channels.ChannelEvent;
import earnest.channels.OutgoingCalls;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.OutsideReplies;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.people.People;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;

/** Places calls back to numbers on record, and follows them. The check's id is the call's. */
@Component
class CallBacks implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("call-back", "check", 3);
    private static final Duration GIVE_UP = Duration.ofSeconds(20);
    private static final Duration AGAIN = Duration.ofSeconds(2);

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final People people;
    private final ObjectProvider<OutgoingCalls> calls;
    private final Clock clock;

    CallBacks(
            CheckHistory checks,
            OutsideReplies replies,
            People people,
            ObjectProvider<OutgoingCalls> calls,
            Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.people = people;
        this.calls = calls;
        this.clock = clock;
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        Check check = checks.find(id).orElseThrow();
        UUID contactId = check.contact();
        if (check.state() != CheckState.OPEN || contactId == null) {
            return Optional.empty();
        }
        Optional<People.Contact> contact = people.contact(check.person(), contactId);
        if (contact.isPresent() && placed(check, contact.get())) {
            became(id, "ringing");
            return Optional.empty();
        }
        if (check.startedAt().plus(GIVE_UP).isAfter(clock.instant())) {
            became(id, "the line does not take the call yet");
            return Optional.of(AGAIN);
        }
        became(id, "the line did not take the call; use another check");
        return Optional.empty();
    }

    private boolean placed(Check check, People.Contact contact) {
        OutgoingCalls line = calls.getIfAvailable();
        return line != null && line.place(check.id(), contact.value());
    }

    @EventListener
    void on(ChannelEvent event) {
        if (event instanceof ChannelEvent.Placed(String call, ChannelEvent.Became became)) {
            check(call).ifPresent(check -> became(check, became.word()));
        }
    }

    private static Optional<UUID> check(String call) {
        try {
            return Optional.of(UUID.fromString(call));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private void became(UUID check, String event) {
        replies.became(check, event, "line", "Line");
    }
}
