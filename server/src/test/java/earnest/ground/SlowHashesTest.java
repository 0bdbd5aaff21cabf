package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** So many at once, so many who wait, and an answer at once for everybody else. */
class SlowHashesTest {
    private static final int BURST = 300;
    private static final int ROOM = 102;

    @Test
    void whoeverIsTooManyIsToldSoAtOnceAndTheOthersAreAnswered() throws Exception {
        SlowHashes hashes = new SlowHashes();
        String hash = hashes.of("harbour");
        List<Integer> refused = new ArrayList<>();
        int matched = 0;
        CountDownLatch begin = new CountDownLatch(1);
        try (ExecutorService people = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<Boolean>> all = new ArrayList<>();
            for (int i = 0; i < BURST; i++) {
                all.add(
                        people.submit(
                                () -> {
                                    begin.await();
                                    return hashes.matches("harbour", hash);
                                }));
            }
            begin.countDown();
            for (Future<Boolean> one : all) {
                try {
                    matched += one.get() ? 1 : 0;
                } catch (ExecutionException e) {
                    refused.add(((Problem) e.getCause()).status());
                }
            }
        }
        assertThat(refused).containsOnly(429).hasSizeGreaterThan((BURST - ROOM) / 2);
        assertThat(matched).isPositive().isEqualTo(BURST - refused.size());
        assertThat(hashes.matches("another", hash)).isFalse();
        hashes.end();
    }
}
