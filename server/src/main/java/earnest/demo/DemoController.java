package earnest.demo;

import earnest.checks.Enrolments;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;
import java.util.Objects;

/** How to play, while the demo runs; outside of it there is nothing to say. */
@RestController
class DemoController {
    /**
     * How it stands.
     *
     * @param ready whether the people are copied and their authenticators enrolled
     */
    @Schema(name = "DemoState")
    record Demo(boolean on, boolean ready, @Nullable Play play) {}

    @Schema(name = "DemoPlay")
    record Play(List<SignIn> signIns, String password, String switchboard, String pocket) {}

    /**
     * Somebody as whom one can sign in.
     *
     * @param pocket where the code of their authenticator shows
     */
    @Schema(name = "DemoSignIn")
    record SignIn(String login, String who, String pocket) {}

    private final DemoProperties properties;
    private final Enrolments enrolments;

    DemoController(DemoProperties properties, Enrolments enrolments) {
        this.enrolments = enrolments;
        this.properties = properties;
    }

    @ApiCall(id = "demo", summary = "Says whether the demo runs, and how to play it.")
    @GetMapping("/api/demo")
    Demo demo() {
        if (!properties.enabled()) {
            return new Demo(false, false, null);
        }
        String standins = Objects.requireNonNull(properties.standinsUrl());
        String pockets = standins + "/pockets/";
        return new Demo(
                true,
                enrolments.any(),
                new Play(
                        List.of(
                                new SignIn("tove.rask", "an analyst", pockets + "trask"),
                                new SignIn("jonas.lie", "a second analyst", pockets + "jlie"),
                                new SignIn("ravi.anand", "their lead", pockets + "ranand"),
                                new SignIn("elif.hartono", "an auditor", pockets + "ehartono"),
                                new SignIn("maren.holt", "a steward", pockets + "mholt")),
                        Objects.requireNonNull(properties.signInPassword()),
                        standins + "/switchboard",
                        pockets + "iokafor"));
    }
}
