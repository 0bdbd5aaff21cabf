package earnest.demo;

import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;
import java.util.Objects;

/** How to play, while the demo runs; outside of it there is nothing to say. */
@RestController
class DemoController {
    record Demo(boolean on, @Nullable Play play) {}

    record Play(List<SignIn> signIns, String password, String switchboard, String pocket) {}

    record SignIn(String login, String who) {}

    private final DemoProperties properties;

    DemoController(DemoProperties properties) {
        this.properties = properties;
    }

    @GetMapping("/api/demo")
    Demo demo() {
        if (!properties.enabled()) {
            return new Demo(false, null);
        }
        String standins = Objects.requireNonNull(properties.standinsUrl());
        return new Demo(
                true,
                new Play(
                        List.of(
                                new SignIn("tove.rask", "an analyst"),
                                new SignIn("jonas.lie", "a second analyst"),
                                new SignIn("elif.hartono", "an auditor")),
                        Objects.requireNonNull(properties.signInPassword()),
                        standins + "/switchboard",
                        standins + "/pockets/iokafor"));
    }
}
