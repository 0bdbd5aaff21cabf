package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * What somebody set up that proves them, as an analyst sees it, and takes it away when it is lost.
 */
@RestController
class LostFactorController {
    /**
     * What somebody has. Of none is shown more than that it is there.
     *
     * @param judged whether any of it may be taken away now
     */
    @Schema(name = "FactorsOfTicket")
    record Factors(List<Factor> factors, Standing.Judgement judged) {}

    /** One that they have. */
    @Schema(name = "Factor")
    record Factor(UUID id, String label, Instant since, @Nullable String note) {}

    private final LostFactors lost;

    LostFactorController(LostFactors lost) {
        this.lost = lost;
    }

    @ApiCall(
            id = "factorsOfTicket",
            summary =
                    "Lists what the person of a ticket set up that proves them, and whether it may"
                            + " be taken away.",
            refuses = "409 nobody-named")
    @GetMapping("/api/tickets/{ticket}/factors")
    Factors factors(SignedIn me, @PathVariable UUID ticket) {
        me.must(Right.WORK_AT_DESK);
        LostFactors.Shown shown = lost.of(ticket, me);
        return new Factors(
                shown.factors().stream()
                        .map(one -> new Factor(one.id(), one.label(), one.since(), one.note()))
                        .toList(),
                shown.judged());
    }

    @ApiCall(
            id = "removeLostFactor",
            summary = "Takes away what the person of a ticket lost, if the proof is enough.",
            more =
                    "Judged by the rule `replace-factor`. From then on it proves nothing. The"
                        + " person is told wherever they are reached, and can say that it was not"
                        + " they. Nothing is ever set up so.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 no-rule",
                "403 needs-second-person",
                "403 about-yourself",
                "409 held-by-another",
                "409 closed",
                "409 nobody-named",
                "409 changed-meanwhile",
                "503 clock-differs"
            })
    @DeleteMapping("/api/tickets/{ticket}/factors/{factor}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(SignedIn me, @PathVariable UUID ticket, @PathVariable UUID factor) {
        me.must(Right.WORK_AT_DESK);
        lost.remove(ticket, me, factor);
    }
}
