package earnest.checks;

import earnest.access.SignedIn;
import earnest.ground.ApiCall;

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

    @ApiCall(
            id = "askToLiftStop",
            summary = "Asks to lift what a no stopped.",
            more =
                    "Anybody at the desk may ask; one of the two who agree has to be a lead. "
                            + "Whoever asked cannot agree.",
            refuses = {
                "403 needs-lead",
                "409 asked-already",
                "409 nobody-named",
                "409 not-stopped"
            },
            example = "{\"reason\": \"Their manager confirmed it at the counter.\"}")
    @PostMapping("/api/tickets/{ticket}/stop/liftings")
    LiftingAsked ask(
            SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody LiftingWanted wanted) {
        return new LiftingAsked(stops.ask(ticket, me, wanted.reason().strip()));
    }

    @ApiCall(
            id = "answerLifting",
            summary = "A second person agrees to lift a stop, or does not.",
            refuses = {
                "403 needs-second-person",
                "403 prove-again",
                "409 decided",
                "409 nobody-named"
            },
            example = "{\"agreed\": true}")
    @PostMapping("/api/tickets/{ticket}/stop/liftings/{lifting}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(
            SignedIn me,
            @PathVariable UUID ticket,
            @PathVariable UUID lifting,
            @Valid @RequestBody LiftingAnswer answer) {
        if (answer.agreed()) {
            me.mustBeFresh();
        }
        stops.answer(ticket, me, lifting, answer.agreed());
    }
}
