package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;

import java.util.Map;

/** What is safe on loopback only does not start elsewhere, and all of it is said at once. */
class SafeStartTest {
    private static StandardEnvironment settings(Map<String, Object> values) {
        StandardEnvironment settings = new StandardEnvironment();
        settings.getPropertySources().addFirst(new MapPropertySource("test", values));
        return settings;
    }

    @Test
    void openToTheWorldItRefusesCookiesWithoutTlsAndTheDemo() {
        var open =
                settings(
                        Map.of(
                                "server.address", "0.0.0.0",
                                "earnest.demo.enabled", "true"));
        assertThatThrownBy(() -> new SafeStart(open))
                .hasMessageContainingAll("secure-cookies=true", "demo.enabled=false");
    }

    @Test
    void withoutAnAddressItListensEverywhere() {
        assertThat(SafeStart.unsafe(settings(Map.of()))).hasSize(1);
    }

    @Test
    void safeSettingsStart() {
        assertThat(
                        SafeStart.unsafe(
                                settings(
                                        Map.of(
                                                "server.address", "0.0.0.0",
                                                "earnest.access.secure-cookies", "true"))))
                .isEmpty();
    }

    @Test
    void onLoopbackTheDemoRunsAsItIs() {
        assertThat(
                        SafeStart.unsafe(
                                settings(
                                        Map.of(
                                                "server.address", "127.0.0.1",
                                                "earnest.demo.enabled", "true"))))
                .isEmpty();
    }
}
