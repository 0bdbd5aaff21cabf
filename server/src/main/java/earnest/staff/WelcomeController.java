package earnest.staff;

import earnest.access.ClientAddress;
import earnest.ground.ApiCall;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Where somebody who was invited chooses a password. */
@RestController
class WelcomeController {
    /** Its own text form would show code and password. */
    record WelcomeReply(
            @NotBlank @Size(max = 64) String login,
            @NotBlank @Size(max = 80) String code,
            @NotBlank @Size(max = 200) String password) {
        @Override
        public String toString() {
            return "(a newcomer's reply)";
        }
    }

    private final Welcome welcome;
    private final ClientAddress addresses;

    WelcomeController(Welcome welcome, ClientAddress addresses) {
        this.welcome = welcome;
        this.addresses = addresses;
    }

    @ApiCall(
            id = "welcome",
            summary = "Chooses a first password with a code that a steward made.",
            more =
                    "The answer and its time are the same for a name that is not there and "
                            + "for a code that is wrong.",
            refuses = {"401 no-invitation", "422 rules-broken", "429 slow-down"},
            example =
                    "{\"login\": \"bo.lindqvist\", \"code\": \"abcde fghjk mnpqr stuvw\", "
                            + "\"password\": \"slow tide under the pier\"}")
    @PostMapping("/api/welcome")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void take(@Valid @RequestBody WelcomeReply reply, HttpServletRequest request) {
        welcome.take(reply.login().strip(), reply.code(), reply.password(), addresses.of(request));
    }
}
