package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.testkit.Eventually;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;

/** Many who ask at once get few answers, each begun after they asked. */
class TogetherTest {
    private final AtomicInteger begun = new AtomicInteger();
    private final CountDownLatch hold = new CountDownLatch(1);

    private int slow() {
        int mine = begun.incrementAndGet();
        try {
            hold.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return mine;
    }

    @Test
    void whoAsksWhileItIsWorkedOutSharesTheNext() {
        Together<Integer> together = new Together<>(this::slow);
        CompletableFuture<Integer> first = CompletableFuture.supplyAsync(together::get);
        Eventually.waitFor("the first to begin", () -> begun.get() == 1);
        List<Thread> threads = new ArrayList<>();
        List<CompletableFuture<Integer>> others = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            CompletableFuture<Integer> other = new CompletableFuture<>();
            others.add(other);
            threads.add(Thread.ofVirtual().start(() -> other.complete(together.get())));
        }
        Eventually.waitFor(
                "all to wait",
                () ->
                        threads.stream()
                                .allMatch(thread -> thread.getState() == Thread.State.WAITING));
        hold.countDown();
        assertThat(first.join()).isEqualTo(1);
        assertThat(others).allSatisfy(other -> assertThat(other.join()).isEqualTo(2));
        assertThat(begun.get()).isEqualTo(2);
    }

    @Test
    void whoAsksLaterGetsAnotherAnswer() {
        Together<Integer> together = new Together<>(begun::incrementAndGet);
        assertThat(together.get()).isEqualTo(1);
        assertThat(together.get()).isEqualTo(2);
    }

    @Test
    void whatGoesWrongIsToldAndNotKept() {
        Together<Integer> together =
                new Together<>(
                        () -> {
                            if (begun.incrementAndGet() == 1) {
                                throw new IllegalStateException("away");
                            }
                            return begun.get();
                        });
        assertThatThrownBy(together::get).hasMessage("away");
        assertThat(together.get()).isEqualTo(2);
    }
}
