package earnest.checks.described;

import earnest.checks.methods.AskingAnalyst;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.OutsideReplies;
import earnest.core.requests.Slot;
import earnest.core.requests.Taken;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import tools.jackson.databind.JsonNode;

import java.time.Clock;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** Asks a service about somebody, and looks until it answered or time is up. */
@Component
class AsksServices implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("outside-service", "check", 4);
    private static final Duration AGAIN = Duration.ofSeconds(3);

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final OutsideServiceRows services;
    private final OutsideServiceClient client;
    private final AskingAnalyst asking;
    private final People people;
    private final Clock clock;

    AsksServices(
            CheckHistory checks,
            OutsideReplies replies,
            OutsideServiceRows services,
            OutsideServiceClient client,
            AskingAnalyst asking,
            People people,
            Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.services = services;
        this.client = client;
        this.asking = asking;
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
        OutsideMethod.Asked asked = OutsideMethod.Asked.of(check);
        OutsideService service = services.find(asked.service()).orElse(null);
        if (check.state() != CheckState.OPEN || service == null) {
            return Optional.empty();
        }
        if (!check.startedAt().plus(service.lasts()).isAfter(clock.instant())) {
            return Optional.empty();
        }
        String reference = asked.reference();
        return reference == null ? ask(check, service) : look(check, service, reference);
    }

    /** Asked again after trouble, it gets our reference again, and so can tell that it was. */
    private Optional<Duration> ask(Check check, OutsideService service) {
        Map<Slot, String> values = new EnumMap<>(Slot.class);
        values.put(Slot.REFERENCE, check.id().toString());
        values.put(
                Slot.TEXT,
                asking.of(check)
                        .map(name -> name + " of the service desk asks")
                        .orElse("The service desk asks"));
        UUID contact = check.contact();
        if (contact != null) {
            people.contactEver(check.person(), contact)
                    .ifPresent(one -> values.put(Slot.NUMBER, one.value()));
        }
        return switch (client.send(service, service.ask(), values)) {
            case OutsideServiceClient.Came.Taken(JsonNode body) -> {
                String theirs = reference(service.ask().taken(), body);
                became(
                        check,
                        service,
                        OutsideMethod.ASKED + (theirs == null ? check.id().toString() : theirs));
                yield Optional.of(service.every());
            }
            case OutsideServiceClient.Came.Refused(String words) -> {
                became(check, service, OutsideMethod.REFUSED + words);
                yield Optional.empty();
            }
            case OutsideServiceClient.Came.Trouble(String words) -> trouble(check, service, words);
        };
    }

    private static @Nullable String reference(@Nullable Taken taken, JsonNode body) {
        return taken == null || taken.reference() == null
                ? null
                : OutsideServiceClient.text(body, taken.reference());
    }

    private Optional<Duration> look(Check check, OutsideService service, String reference) {
        Map<Slot, String> values = new EnumMap<>(Slot.class);
        values.put(Slot.REFERENCE, reference);
        return switch (client.send(service, service.look(), values)) {
            case OutsideServiceClient.Came.Taken(JsonNode body) -> {
                String about = reference(service.look().taken(), body);
                if (about != null && !about.equals(reference)) {
                    yield trouble(check, service, "it answers about something else");
                }
                yield said(check, service, OutsideServiceClient.text(body, service.answerAt()));
            }
            case OutsideServiceClient.Came.Refused(String words) -> trouble(check, service, words);
            case OutsideServiceClient.Came.Trouble(String words) -> trouble(check, service, words);
        };
    }

    /** What means nothing that was described means: not yet. */
    private Optional<Duration> said(Check check, OutsideService service, String answer) {
        for (OutsideService.Meaning meaning : OutsideService.Meaning.values()) {
            if (service.answers().getOrDefault(meaning, java.util.Set.of()).contains(answer)) {
                became(check, service, meaning.name());
                return Optional.empty();
            }
        }
        return Optional.of(service.every());
    }

    private Optional<Duration> trouble(Check check, OutsideService service, String words) {
        became(check, service, OutsideMethod.TROUBLE + words);
        return Optional.of(AGAIN);
    }

    private void became(Check check, OutsideService service, String event) {
        replies.became(check.id(), event, service.id(), service.title());
    }
}
