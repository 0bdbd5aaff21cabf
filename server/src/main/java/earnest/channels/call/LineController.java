package earnest.channels.call;

import earnest.access.GuessLimits;
import earnest.channels.ChannelEvent;
import earnest.ground.Problem;
import earnest.ground.Worded;
import earnest.ground.Writes;

import io.swagger.v3.oas.annotations.Hidden;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;
import java.util.Map;

/** What the switchboard tells; {@link LineGuard} sees that it is the switchboard. */
@Hidden
@RestController
class LineController {
    /** What the line calls a call by; nothing that could forge a line of a log. */
    private static final String CALL = "[A-Za-z0-9-]{1,64}";

    /** More rings than any desk answers are an attack with a stolen token, or a broken line. */
    private static final GuessLimits.Limit RINGS =
            new GuessLimits.Limit(240, Duration.ofMinutes(1));

    record Ringing(
            @NotBlank @Pattern(regexp = CALL) String id,
            @Nullable @Pattern(regexp = "\\+[1-9][0-9]{6,14}") String number) {}

    record Ended(@NotBlank @Pattern(regexp = "hung-up|dropped") String how) {}

    record State(@NotBlank @Size(max = 20) String state) {
        /**
         * @throws Problem 422 if calls do not become that
         */
        ChannelEvent.Became became() {
            return Worded.find(ChannelEvent.Became.class, state)
                    .orElseThrow(() -> Problem.invalid("A call does not become that."));
        }
    }

    private final ApplicationEventPublisher events;
    private final GuessLimits limits;
    private final Writes writes;

    LineController(ApplicationEventPublisher events, GuessLimits limits, Writes writes) {
        this.events = events;
        this.limits = limits;
        this.writes = writes;
    }

    @PostMapping("/api/line/calls")
    ResponseEntity<Void> rings(@Valid @RequestBody Ringing ringing) {
        if (!limits.take("rings", RINGS)) {
            throw new Problem(429, "slow-down", "The line rings faster than any desk answers.");
        }
        String number = ringing.number();
        return tell(
                new ChannelEvent.Began(
                        "call",
                        ringing.id(),
                        number == null ? Map.of() : Map.of(TelephoneLine.NUMBER, number)));
    }

    @PostMapping("/api/line/calls/{call}/ended")
    ResponseEntity<Void> ended(@PathVariable String call, @Valid @RequestBody Ended ended) {
        return tell(new ChannelEvent.Ended(known(call), ended.how().equals("dropped")));
    }

    @PostMapping("/api/line/call-backs/{call}")
    ResponseEntity<Void> callBack(@PathVariable String call, @Valid @RequestBody State state) {
        return tell(new ChannelEvent.Placed(known(call), state.became()));
    }

    private static String known(String call) {
        if (!call.matches(CALL)) {
            throw Problem.invalid("A call's id is letters, digits and hyphens, 64 at most.");
        }
        return call;
    }

    private ResponseEntity<Void> tell(ChannelEvent event) {
        writes.run(() -> events.publishEvent(event));
        return ResponseEntity.accepted().build();
    }
}
