package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

import java.util.concurrent.atomic.AtomicInteger;

/** In one reading the same is asked once; elsewhere, and in the next, it is asked again. */
class ReadingTest {
    private final AtomicInteger asked = new AtomicInteger();

    private int ask(String of) {
        return Reading.once(asked::incrementAndGet, "number", of);
    }

    @Test
    void theSameIsAskedOnceInAReading() {
        int sum = Reading.of(() -> ask("a") + ask("a") + Reading.of(() -> ask("a")));
        assertThat(sum).isEqualTo(3);
        assertThat(Reading.of(() -> ask("a"))).isEqualTo(2);
    }

    @Test
    void whatIsAskedOfSomethingElseIsAnother() {
        assertThat(Reading.of(() -> ask("a") + ask("b"))).isEqualTo(3);
    }

    @Test
    void outsideAReadingNothingIsKept() {
        assertThat(ask("a") + ask("a")).isEqualTo(3);
    }
}
