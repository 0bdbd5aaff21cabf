package earnest.pickup;

import earnest.access.SignedIn;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.UUID;

/** Pick-up words at the desk. */
@RestController
class PickUpController {
    /** The words as they were heard; they have no text form. */
    @Schema(name = "PickUpWordsSaid")
    record Words(@NotBlank @Size(max = 160) String words) {
        @Override
        public String toString() {
            return "(pick-up words)";
        }
    }

    @Schema(name = "PickedUp")
    record PickedUp(UUID ticket) {}

    private final PickingUp pickingUp;

    PickUpController(PickingUp pickingUp) {
        this.pickingUp = pickingUp;
    }

    @ApiCall(
            id = "sendPickUpWords",
            summary = "Sends pick-up words to where the person proved to be.",
            more =
                    "Four words, good for an hour and once; said in the next conversation, they"
                            + " bring back what was proved. Those sent before are over. They are"
                            + " also sent by themselves when the line drops.",
            refuses = {
                "409 held-by-another",
                "409 closed",
                "409 nothing-to-pick-up",
                "429 slow-down"
            })
    @PostMapping("/api/tickets/{ticket}/pick-up")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void send(SignedIn me, @PathVariable UUID ticket) {
        pickingUp.send(ticket, me);
    }

    @ApiCall(
            id = "sayPickUpWords",
            summary = "Takes pick-up words as they were heard.",
            more =
                    "The answer names the ticket on which the conversation goes on; this one is"
                            + " closed, if it is another. What was proved there counts as read out"
                            + " from then on.",
            refuses = {
                "409 held-by-another",
                "409 closed",
                "409 no-call",
                "409 line-held",
                "409 nothing-to-pick-up",
                "409 stopped",
                "409 decided",
                "409 gone-on",
                "409 other-channel",
                "409 somebody-there",
                "422 wrong-words"
            },
            example = "{\"words\": \"amber canoe violet tiger\"}")
    @PostMapping("/api/tickets/{ticket}/picked-up")
    PickedUp said(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Words said) {
        try (Secret words = Secret.of(said.words().strip())) {
            return new PickedUp(pickingUp.said(ticket, me, words));
        }
    }
}
