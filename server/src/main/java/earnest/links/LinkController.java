package earnest.links;

import earnest.access.ClientAddress;
import earnest.access.GuessLimits;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;

/** For whoever holds a link; nobody is signed in. */
@RestController
class LinkController {
    private static final GuessLimits.Limit TRIES = new GuessLimits.Limit(30, Duration.ofMinutes(1));

    /** Its own text form would show the token. */
    @Schema(name = "LinkPressed")
    record Pressed(@NotBlank @Size(max = 60) String token) {
        @Override
        public String toString() {
            return "(a link)";
        }
    }

    /** Its own text form would show the token. */
    @Schema(name = "LinkAnswered")
    record Answered(
            @NotBlank @Size(max = 60) String token, @NotBlank @Size(max = 40) String choice) {
        @Override
        public String toString() {
            return "(an answer to a link)";
        }
    }

    /** It may hold a secret, so it has no text form. */
    @Schema(name = "LinkDone")
    static final class Done {
        private final String says;
        private final @Nullable String secret;

        Done(String says, @Nullable String secret) {
            this.says = says;
            this.secret = secret;
        }

        @Schema(requiredMode = Schema.RequiredMode.REQUIRED)
        public String getSays() {
            return says;
        }

        @Schema(description = "What is shown this once, where there is something.")
        public @Nullable String getSecret() {
            return secret;
        }

        @Override
        public String toString() {
            return "(what was told)";
        }
    }

    private final Links links;
    private final GuessLimits limits;
    private final ClientAddress addresses;

    LinkController(Links links, GuessLimits limits, ClientAddress addresses) {
        this.links = links;
        this.limits = limits;
        this.addresses = addresses;
    }

    private void count(HttpServletRequest request) {
        if (!limits.take("link " + addresses.of(request), TRIES)) {
            throw new Problem(
                    429, "slow-down", "Too many tries from where you are. Wait a minute.");
        }
    }

    @ApiCall(
            id = "pressLink",
            summary = "Shows what a one-time link is about.",
            more =
                    "Whatever merely follows addresses shows nothing and uses nothing up: the token"
                        + " stands behind the address, and this call is made when somebody presses."
                        + " The answer is the same for a token that never was and one that is"
                        + " over.",
            refuses = {"404 link-over", "429 slow-down"},
            example = "{\"token\": \"AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA\"}")
    @PostMapping("/api/links/press")
    LinkPurpose.Shown press(@Valid @RequestBody Pressed pressed, HttpServletRequest request) {
        count(request);
        return links.press(pressed.token(), Links.PAGE);
    }

    @ApiCall(
            id = "answerLink",
            summary = "Answers what a one-time link asks, once.",
            more =
                    "Where the link brings a secret, this answer shows it, and nothing shows it"
                            + " again. It must not be kept by anything between.",
            refuses = {"404 link-over", "429 slow-down"},
            example =
                    "{\"token\": \"AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA\", \"choice\":"
                            + " \"yes\"}")
    @PostMapping("/api/links/answer")
    ResponseEntity<Done> answer(@Valid @RequestBody Answered answered, HttpServletRequest request) {
        count(request);
        LinkPurpose.Told told =
                links.answer(answered.token(), answered.choice(), Links.PAGE).told();
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(new Done(told.says(), shown(told.secret())));
    }

    private static @Nullable String shown(@Nullable Secret secret) {
        if (secret == null) {
            return null;
        }
        try (secret) {
            return secret.open(String::new);
        }
    }
}
