package earnest.checks.methods.tap;

import earnest.checks.methods.AskingAnalyst;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.CheckWords;
import earnest.checks.methods.OutsideReplies;
import earnest.core.passwords.Secret;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** Has the outside service ask, and looks until it was answered or time is up. */
@Component
class AsksOutside implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("outside-tap", "check", 4);
    private static final Duration AGAIN = Duration.ofSeconds(2);
    private static final Duration SLOWER = Duration.ofSeconds(10);

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final OutsideTap outside;
    private final BackchannelClient client;
    private final AskingAnalyst asking;
    private final CheckWords words;
    private final People people;
    private final Clock clock;

    AsksOutside(
            CheckHistory checks,
            OutsideReplies replies,
            OutsideTap outside,
            BackchannelClient client,
            AskingAnalyst asking,
            CheckWords words,
            People people,
            Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.outside = outside;
        this.client = client;
        this.asking = asking;
        this.words = words;
        this.people = people;
        this.clock = clock;
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        Check check = checks.find(id).orElseThrow();
        Optional<OutsideTap.Provider> provider = outside.any();
        Optional<People.Person> person = people.person(check.person());
        if (check.state() != CheckState.OPEN
                || Tapped.of(check).yes()
                || provider.isEmpty()
                || person.isEmpty()) {
            return Optional.empty();
        }
        Instant until = check.startedAt().plus(TapApprove.LASTS);
        if (!until.isAfter(clock.instant())) {
            return Optional.empty();
        }
        return came(id, provider.get(), asked(check, provider.get(), person.get(), until));
    }

    private BackchannelClient.Came asked(
            Check check, OutsideTap.Provider provider, People.Person person, Instant until) {
        String request = Tapped.of(check).request();
        if (request != null) {
            return client.look(provider, request, person.account(), check.startedAt());
        }
        return client.ask(
                provider, person.account(), shows(check), Duration.between(clock.instant(), until));
    }

    /** Who asks, and the word that is said to them only. */
    private String shows(Check check) {
        String who =
                asking.of(check).map(name -> name + ", service desk").orElse("The service desk");
        try (Secret word = words.word(check.id())) {
            return who + " asks. If you called them, say to them: " + word.open(String::new);
        }
    }

    private Optional<Duration> came(
            UUID check, OutsideTap.Provider provider, BackchannelClient.Came came) {
        return switch (came.state()) {
            case ASKS -> {
                became(check, provider, TapApprove.ASKED + came.words());
                yield Optional.of(came.interval());
            }
            case NOT_YET -> Optional.of(AGAIN);
            case SLOWER -> Optional.of(SLOWER);
            case YES -> over(check, provider, TapApprove.YES);
            case NO -> over(check, provider, TapApprove.NO);
            case OVER -> over(check, provider, TapApprove.RAN_OUT);
            case UNKNOWN -> over(check, provider, TapApprove.UNKNOWN);
            case TROUBLE -> {
                became(check, provider, TapApprove.TROUBLE + came.words());
                yield Optional.of(AGAIN);
            }
        };
    }

    private Optional<Duration> over(UUID check, OutsideTap.Provider provider, String event) {
        became(check, provider, event);
        return Optional.empty();
    }

    private void became(UUID check, OutsideTap.Provider provider, String event) {
        replies.became(check, event, "outside-tap", provider.name());
    }
}
