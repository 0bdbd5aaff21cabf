package earnest.staff;

import earnest.access.ClientAddress;

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

    @PostMapping("/api/welcome")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void take(@Valid @RequestBody WelcomeReply reply, HttpServletRequest request) {
        welcome.take(reply.login().strip(), reply.code(), reply.password(), addresses.of(request));
    }
}
