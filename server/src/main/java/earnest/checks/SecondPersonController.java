package earnest.checks;

import earnest.access.SignedIn;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

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

/** A second person at the desk. */
@RestController
class SecondPersonController {
    @Schema(name = "SecondPersonWanted")
    record Wanted(
            @NotBlank @Size(max = 40) String system, @NotBlank @Size(max = 40) String action) {}

    @Schema(name = "SecondPersonAsked")
    record Asked(UUID second) {}

    @Schema(name = "SecondPersonAnswer")
    record Answer(@NotNull Boolean agreed) {}

    private final SecondPersonDesk desk;

    SecondPersonController(SecondPersonDesk desk) {
        this.desk = desk;
    }

    @ApiCall(
            id = "askSecondPerson",
            summary = "Asks for a second person at the desk, where a rule wants one.",
            more =
                    "All else that the rule asks must be there. It shows on the page, to whoever"
                            + " opens it; a yes holds a quarter of an hour, for this deed by this"
                            + " analyst.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "409 no-second-person-needed",
                "409 nobody-named",
                "409 held-by-another",
                "409 closed"
            },
            example = "{\"system\": \"directory\", \"action\": \"temporary-password\"}")
    @PostMapping("/api/tickets/{ticket}/second")
    Asked ask(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Wanted wanted) {
        return new Asked(desk.ask(ticket, me, wanted.system(), wanted.action()));
    }

    @ApiCall(
            id = "answerSecondPerson",
            summary = "Agrees to what a colleague asks, as the second person, or does not.",
            refuses = {
                "403 about-yourself",
                "403 needs-second-person",
                "409 decided",
                "409 nobody-named"
            },
            example = "{\"agreed\": true}")
    @PostMapping("/api/tickets/{ticket}/second/{second}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(
            SignedIn me,
            @PathVariable UUID ticket,
            @PathVariable UUID second,
            @Valid @RequestBody Answer answer) {
        desk.answer(ticket, me, second, answer.agreed());
    }
}
