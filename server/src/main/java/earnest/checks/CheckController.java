package earnest.checks;

import earnest.access.SignedIn;
import earnest.core.passwords.Secret;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.UUID;

/** Making checks. */
@RestController
class CheckController {
    record Begin(@NotBlank @Size(max = 80) String offer) {}

    record Begun(UUID check) {}

    /** What was typed is a secret: it has no text form. */
    record Answer(@NotBlank @Size(max = 160) String typed) {
        @Override
        public String toString() {
            return "(answer)";
        }
    }

    record Heard(@NotBlank @Size(max = 40) String heard) {}

    private final Proving proving;

    CheckController(Proving proving) {
        this.proving = proving;
    }

    @PostMapping("/api/tickets/{ticket}/checks")
    Begun begin(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Begin begin) {
        return new Begun(proving.begin(ticket, me, begin.offer()));
    }

    @PostMapping("/api/tickets/{ticket}/checks/{check}/answer")
    Proving.Outcome answer(
            SignedIn me,
            @PathVariable UUID ticket,
            @PathVariable UUID check,
            @Valid @RequestBody Answer answer) {
        try (Secret typed = Secret.of(answer.typed().strip())) {
            return proving.answer(ticket, check, me, typed);
        }
    }

    @PostMapping("/api/tickets/{ticket}/checks/{check}/heard")
    Proving.Outcome heard(
            SignedIn me,
            @PathVariable UUID ticket,
            @PathVariable UUID check,
            @Valid @RequestBody Heard heard) {
        return proving.heard(ticket, check, me, heard.heard());
    }

    @DeleteMapping("/api/tickets/{ticket}/checks/{check}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(SignedIn me, @PathVariable UUID ticket, @PathVariable UUID check) {
        proving.drop(ticket, check, me);
    }
}
