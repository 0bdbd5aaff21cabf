package earnest.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.IntFunction;

/** Times of many runs, in nanoseconds. */
record Timing(long[] sorted, double perSecond) {
    /** One worker's share of the work. */
    @FunctionalInterface
    interface Worker {
        void run(int i) throws Exception;
    }

    /**
     * Runs workers side by side.
     *
     * @param runs in all
     * @param worker makes one worker for each thread
     */
    static Timing of(int threads, int runs, IntFunction<Worker> worker) {
        List<Callable<long[]>> work = new ArrayList<>();
        for (int t = 0; t < threads; t++) {
            int thread = t;
            Worker mine = worker.apply(t);
            work.add(
                    () -> {
                        long[] times = new long[runs / threads];
                        for (int i = 0; i < times.length; i++) {
                            long begun = System.nanoTime();
                            mine.run(thread + i * threads);
                            times[i] = System.nanoTime() - begun;
                        }
                        return times;
                    });
        }
        long begun = System.nanoTime();
        try (ExecutorService pool = Executors.newFixedThreadPool(threads)) {
            List<long[]> all = new ArrayList<>();
            for (Future<long[]> done : pool.invokeAll(work)) {
                all.add(done.get());
            }
            double seconds = (System.nanoTime() - begun) / 1e9;
            long[] sorted = all.stream().flatMapToLong(Arrays::stream).sorted().toArray();
            return new Timing(sorted, sorted.length / seconds);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    double medianMs() {
        return sorted[sorted.length / 2] / 1e6;
    }

    double p95Ms() {
        return sorted[(int) (sorted.length * 0.95)] / 1e6;
    }

    /** How many times longer this takes than the baseline, by medians. */
    double against(Timing baseline) {
        return medianMs() / baseline.medianMs();
    }
}
