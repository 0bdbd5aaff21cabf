package earnest.channels;

import earnest.ground.Problem;
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
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;

/** What the switchboard tells; it proves itself by the shared token. */
@Hidden
@RestController
class LineController {
    record Ringing(
            @NotBlank @Size(max = 64) String id,
            @Nullable @Pattern(regexp = "\\+[1-9][0-9]{6,14}") String number) {}

    record Ended(@NotBlank @Pattern(regexp = "hung-up|dropped") String how) {}

    record State(
            @NotBlank @Pattern(regexp = "ringing|answered|declined|unanswered|ended|dropped")
                    String state) {}

    private final byte[] token;
    private final ApplicationEventPublisher events;
    private final Writes writes;

    LineController(OutsideProperties properties, ApplicationEventPublisher events, Writes writes) {
        this.token = ("Bearer " + properties.line().token()).getBytes(StandardCharsets.UTF_8);
        this.events = events;
        this.writes = writes;
    }

    @PostMapping("/api/line/calls")
    ResponseEntity<Void> rings(
            @RequestHeader(value = "Authorization", required = false) @Nullable String given,
            @Valid @RequestBody Ringing ringing) {
        return tell(given, new LineEvent.Rang(ringing.id(), ringing.number()));
    }

    @PostMapping("/api/line/calls/{call}/ended")
    ResponseEntity<Void> ended(
            @RequestHeader(value = "Authorization", required = false) @Nullable String given,
            @PathVariable String call,
            @Valid @RequestBody Ended ended) {
        return tell(given, new LineEvent.Ended(call, ended.how().equals("dropped")));
    }

    @PostMapping("/api/line/call-backs/{call}")
    ResponseEntity<Void> callBack(
            @RequestHeader(value = "Authorization", required = false) @Nullable String given,
            @PathVariable String call,
            @Valid @RequestBody State state) {
        return tell(given, new LineEvent.CallBack(call, state.state()));
    }

    private ResponseEntity<Void> tell(@Nullable String given, LineEvent event) {
        if (given == null
                || !MessageDigest.isEqual(token, given.getBytes(StandardCharsets.UTF_8))) {
            throw new Problem(401, "line-token", "The line's token is missing or wrong.");
        }
        writes.run(() -> events.publishEvent(event));
        return ResponseEntity.accepted().build();
    }
}
