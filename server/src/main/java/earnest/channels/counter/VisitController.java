package earnest.channels.counter;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.channels.Newcomers;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.UUID;

/** Visits at the counter. */
@RestController
class VisitController {
    @Schema(name = "VisitOpened")
    record Opened(UUID ticket) {}

    private final Newcomers newcomers;

    VisitController(Newcomers newcomers) {
        this.newcomers = newcomers;
    }

    @ApiCall(
            id = "openVisit",
            summary = "Opens the page of somebody who stands at the counter.",
            more =
                    "The ticket is the analyst's at once; whoever they spoke with before is"
                            + " held.")
    @PostMapping("/api/visits")
    @ResponseStatus(HttpStatus.CREATED)
    Opened open(SignedIn me) {
        me.must(Right.WORK_AT_DESK);
        return new Opened(newcomers.arrived(Counter.ID, "visit-" + UUID.randomUUID(), me));
    }
}
