package earnest.changes;

import earnest.access.SignedIn;
import earnest.systems.Action;

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

/** Asking for changes. */
@RestController
class ChangeController {
    record Wanted(
            @NotBlank @Size(max = 40) String system,
            @NotBlank @Size(max = 30) String action,
            long version) {}

    record UnderWay(UUID change) {}

    private final Changes changes;

    ChangeController(Changes changes) {
        this.changes = changes;
    }

    /** 202: it is decided and under way; the page tells how it goes. */
    @PostMapping("/api/tickets/{ticket}/changes")
    @ResponseStatus(HttpStatus.ACCEPTED)
    UnderWay change(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Wanted wanted) {
        return new UnderWay(
                changes.intend(
                        ticket, me, wanted.system(), Action.of(wanted.action()), wanted.version()));
    }
}
