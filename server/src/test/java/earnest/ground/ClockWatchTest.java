package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.App;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Clock;
import java.time.Duration;

/** A node whose clock was set back, or on, decides nothing. */
@ExtendWith(App.Running.class)
class ClockWatchTest {
    private static ClockWatch apart(App app, Duration by) {
        return new ClockWatch(app.database(), Clock.offset(Clock.systemUTC(), by));
    }

    @Test
    void oneThatAgreesDecides(App app) {
        assertThatCode(() -> apart(app, Duration.ZERO).mustAgree()).doesNotThrowAnyException();
        assertThatCode(() -> apart(app, Duration.ofSeconds(-30)).mustAgree())
                .doesNotThrowAnyException();
    }

    @Test
    void oneThatWasSetBackOrOnDoesNot(App app) {
        for (Duration by : new Duration[] {Duration.ofMinutes(-20), Duration.ofMinutes(20)}) {
            assertThatThrownBy(() -> apart(app, by).mustAgree())
                    .isInstanceOfSatisfying(
                            Problem.class,
                            problem -> {
                                assertThat(problem.status()).isEqualTo(503);
                                assertThat(problem.type()).isEqualTo("clock-differs");
                                assertThat(problem).hasMessageContaining("of the database");
                            });
        }
    }
}
