package earnest.checks;

import earnest.access.SignedIn;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.UUID;

/** Lifting what a person's 'no' stopped: two do it, one of them a lead. */
@RestController
class StopController {
    record LiftingWanted(@NotBlank @Size(max = 400) String reason) {}

    record LiftingAnswer(@NotNull Boolean agreed) {}

    record LiftingAsked(UUID lifting) {}

    private final Stops stops;

    StopController(Stops stops) {
        this.stops = stops;
    }

    @PostMapping("/api/tickets/{ticket}/stop/liftings")
    LiftingAsked ask(
            SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody LiftingWanted wanted) {
        return new LiftingAsked(stops.ask(ticket, me, wanted.reason().strip()));
    }

    @PostMapping("/api/tickets/{ticket}/stop/liftings/{lifting}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(
            SignedIn me,
            @PathVariable UUID ticket,
            @PathVariable UUID lifting,
            @Valid @RequestBody LiftingAnswer answer) {
        stops.answer(ticket, me, lifting, answer.agreed());
    }
}
