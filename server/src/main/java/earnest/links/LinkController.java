package earnest.links;

import earnest.access.ClientAddress;
import earnest.access.GuessLimits;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;

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

    /** It may hold a secret, so it has no text form. */
    @Schema(name = "LinkDone")
    static final class Done {
        private final String says;
        private final @Nullable String secret;
        private final boolean asItStands;

        Done(LinkPurpose.Told told) {
            this.says = told.says();
            this.secret = shown(told.secret());
            // A space that is part of it must not look like one between groups.
            this.asItStands = told.asItStands() || secret == null || secret.contains(" ");
        }

        @Schema(requiredMode = Schema.RequiredMode.REQUIRED)
        public String getSays() {
            return says;
        }

        @Schema(description = "What is shown this once, where there is something.")
        public @Nullable String getSecret() {
            return secret;
        }

        @Schema(
                description =
                        "Whether the secret is shown as it stands, such as words with hyphens; else"
                                + " it may be shown in groups, to be typed without spaces.",
                requiredMode = Schema.RequiredMode.REQUIRED)
        public boolean isAsItStands() {
            return asItStands;
        }

        private static @Nullable String shown(@Nullable Secret secret) {
            if (secret == null) {
                return null;
            }
            try (secret) {
                return secret.open(String::new);
            }
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
    LinkPurpose.Shown press(
            @Valid @RequestBody LinkToken.Pressed pressed, HttpServletRequest request) {
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
    ResponseEntity<Done> answer(
            @Valid @RequestBody LinkToken.Answered answered, HttpServletRequest request) {
        count(request);
        LinkPurpose.Told told;
        String given = answered.given();
        try (Secret secret = given == null ? null : Secret.of(given)) {
            told = links.answer(answered.token(), answered.choice(), secret, Links.PAGE).told();
        }
        return ResponseEntity.ok().cacheControl(CacheControl.noStore()).body(new Done(told));
    }
}
