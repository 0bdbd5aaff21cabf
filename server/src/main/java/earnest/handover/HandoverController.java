package earnest.handover;

import earnest.access.SignedIn;
import earnest.core.assurance.Route;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.Arrays;
import java.util.List;
import java.util.UUID;

/** Handing over. */
@RestController
class HandoverController {
    record RouteWanted(@NotBlank @Size(max = 20) String route, @Nullable UUID contact) {}

    record SaidBack(int part) {}

    private final Handovers handovers;

    HandoverController(Handovers handovers) {
        this.handovers = handovers;
    }

    @ApiCall(
            id = "chooseRoute",
            summary =
                    "Chooses how the new password reaches its person; only a route that the "
                            + "proof allows.",
            more =
                    "The contact is the id of one that the page lists under the handover with that"
                        + " route; reading aloud takes none. A text leaves at once and is sent"
                        + " once: if nobody can tell whether it left, no other route is open and a"
                        + " fresh password is needed. A link goes to any such contact; the password"
                        + " stays here until it is opened, and choosing again ends the link.",
            refuses = {
                "403 route-not-allowed",
                "403 not-sure-enough",
                "409 handover-begun",
                "409 nothing-to-hand-over",
                "409 said-back",
                "409 too-new",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            },
            example =
                    "{\"route\": \"text\", \"contact\": "
                            + "\"0199c0de-0000-7000-8000-000000000001\"}")
    @PostMapping("/api/tickets/{ticket}/handover/route")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void choose(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody RouteWanted wanted) {
        Route route =
                Arrays.stream(Route.values())
                        .filter(one -> one.word().equals(wanted.route()))
                        .findFirst()
                        .orElseThrow(() -> Problem.invalid("There is no such route."));
        handovers.choose(ticket, me, route, wanted.contact());
    }

    /** The one answer that holds a secret: only to the holder, never kept by anything between. */
    @ApiCall(
            id = "showPassword",
            summary =
                    "Shows the new password in the parts that are read aloud. It goes on the "
                            + "record that it was looked at.",
            more =
                    "Only to the holder of the ticket, while somebody is on the line on which the"
                            + " person was proved, and hears them. What was said back is not among"
                            + " it any more. The answer must not be kept by anything between.",
            refuses = {
                "403 not-sure-enough",
                "403 route-not-allowed",
                "409 nothing-to-hand-over",
                "409 not-to-be-seen",
                "409 not-aloud",
                "409 line-held",
                "409 not-read-aloud",
                "409 out-of-force",
                "409 gone",
                "409 said-back",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            })
    @PostMapping("/api/tickets/{ticket}/handover/show")
    ResponseEntity<List<Handovers.Part>> show(SignedIn me, @PathVariable UUID ticket) {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(handovers.show(ticket, me));
    }

    @ApiCall(
            id = "partSaidBack",
            summary =
                    "Says that the person said a part back. After the last one nobody can look "
                            + "at the password again.",
            refuses = {
                "409 another-part",
                "409 not-shown",
                "409 not-read-aloud",
                "409 nothing-to-hand-over",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            },
            example = "{\"part\": 1}")
    @PostMapping("/api/tickets/{ticket}/handover/said-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void saidBack(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody SaidBack said) {
        handovers.saidBack(ticket, me, said.part());
    }
}
