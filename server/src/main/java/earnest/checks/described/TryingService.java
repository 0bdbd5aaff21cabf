package earnest.checks.described;

import earnest.access.GuessLimits;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.requests.Slot;
import earnest.core.requests.Taken;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.Telephone;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Asks a service about whoever tries it, once, and says each step; nothing counts for anybody. */
@Service
class TryingService {
    private static final GuessLimits.Limit LIMIT = new GuessLimits.Limit(20, Duration.ofHours(1));

    private final OutsideServiceRows rows;
    private final OutsideServiceClient client;
    private final Telephone telephone;
    private final GuessLimits limits;
    private final TheRecord record;
    private final Writes writes;
    private final Ids ids;

    TryingService(
            OutsideServiceRows rows,
            OutsideServiceClient client,
            Telephone telephone,
            GuessLimits limits,
            TheRecord record,
            Writes writes,
            Ids ids) {
        this.rows = rows;
        this.client = client;
        this.telephone = telephone;
        this.limits = limits;
        this.record = record;
        this.writes = writes;
        this.ids = ids;
    }

    /**
     * One step in words.
     *
     * @param went whether it went as described
     */
    record Step(boolean went, String words) {}

    /**
     * @param number a telephone of whoever tries it, as typed; needed where the service calls one
     * @throws Problem 404 if there is none; 422 without a telephone where one is needed; 429 after
     *     too many
     */
    List<Step> tryOut(SignedIn me, String id, @Nullable String number) {
        me.must(Right.SET_UP);
        me.mustBeFresh();
        OutsideService service =
                rows.described(id)
                        .map(OutsideServiceRows.Described::service)
                        .orElseThrow(() -> Problem.unknown("outside service"));
        Map<Slot, String> values = new EnumMap<>(Slot.class);
        if (service.callsThem()) {
            values.put(
                    Slot.NUMBER,
                    Optional.ofNullable(number)
                            .flatMap(telephone::parse)
                            .orElseThrow(
                                    () ->
                                            Problem.invalid(
                                                    "It calls people: give a telephone of"
                                                            + " yours.")));
        }
        if (!limits.take("outside try " + me.id(), LIMIT)) {
            throw new Problem(429, "slow-down", "That was tried often. Wait a few minutes.");
        }
        writes.run(
                () ->
                        record.append(
                                Entry.by(EntryKind.OUTSIDE_SERVICE_TRIED, me.id(), me.name())
                                        .data("service", service.id())
                                        .data("what", service.title())));
        return steps(service, values);
    }

    private List<Step> steps(OutsideService service, Map<Slot, String> values) {
        String ours = ids.next().toString();
        values.put(Slot.REFERENCE, ours);
        values.put(Slot.TEXT, "The service desk tries this out");
        List<Step> steps = new ArrayList<>();
        switch (client.send(service, service.ask(), values)) {
            case OutsideServiceClient.Came.Taken(JsonNode body) -> {
                String theirs = reference(service.ask().taken(), body);
                steps.add(
                        new Step(
                                true,
                                theirs == null
                                        ? "It took the question."
                                        : "It took the question, and calls it " + theirs + "."));
                steps.add(look(service, theirs == null ? ours : theirs));
            }
            case OutsideServiceClient.Came.Refused(String words) ->
                    steps.add(new Step(false, "Asked: " + words + "."));
            case OutsideServiceClient.Came.Trouble(String words) ->
                    steps.add(new Step(false, "Asked: " + words + "."));
        }
        return steps;
    }

    private Step look(OutsideService service, String reference) {
        return switch (client.send(service, service.look(), Map.of(Slot.REFERENCE, reference))) {
            case OutsideServiceClient.Came.Taken(JsonNode body) -> {
                String about = reference(service.look().taken(), body);
                yield about != null && !about.equals(reference)
                        ? new Step(
                                false, "Fetched: it answers about something else, " + about + ".")
                        : said(service, OutsideServiceClient.text(body, service.answerAt()));
            }
            case OutsideServiceClient.Came.Refused(String words) ->
                    new Step(false, "Fetched: " + words + ".");
            case OutsideServiceClient.Came.Trouble(String words) ->
                    new Step(false, "Fetched: " + words + ".");
        };
    }

    private static Step said(OutsideService service, String answer) {
        if (answer.isEmpty()) {
            return new Step(
                    false, "Fetched: nothing stands at " + service.answerAt() + " of its answer.");
        }
        String means =
                service.answers().entrySet().stream()
                        .filter(one -> one.getValue().contains(answer))
                        .findFirst()
                        .map(one -> words(one.getKey()))
                        .orElse("not yet");
        return new Step(true, "Fetched: it says “" + answer + "”, which means: " + means + ".");
    }

    private static String words(OutsideService.Meaning meaning) {
        return switch (meaning) {
            case YES -> "it is they";
            case NO -> "it is not they";
            case DENIED -> "they did not ask for this";
            case OVER -> "it gave up";
        };
    }

    private static @Nullable String reference(@Nullable Taken taken, JsonNode body) {
        return taken == null || taken.reference() == null
                ? null
                : OutsideServiceClient.text(body, taken.reference());
    }
}
