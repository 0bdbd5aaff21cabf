package earnest.handover;

import earnest.access.SignedIn;

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

import java.util.List;
import java.util.UUID;

/** Handing over. */
@RestController
class HandoverController {
    record Route(@NotBlank @Size(max = 20) String route, @Nullable UUID contact) {}

    record SaidBack(int part) {}

    private final Handovers handovers;

    HandoverController(Handovers handovers) {
        this.handovers = handovers;
    }

    @PostMapping("/api/tickets/{ticket}/handover/route")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void choose(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Route route) {
        handovers.choose(ticket, me, route.route(), route.contact());
    }

    /** The one answer that holds a secret: only to the holder, never kept by anything between. */
    @PostMapping("/api/tickets/{ticket}/handover/show")
    ResponseEntity<List<Handovers.Part>> show(SignedIn me, @PathVariable UUID ticket) {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(handovers.show(ticket, me));
    }

    @PostMapping("/api/tickets/{ticket}/handover/said-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void saidBack(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody SaidBack said) {
        handovers.saidBack(ticket, me, said.part());
    }
}
