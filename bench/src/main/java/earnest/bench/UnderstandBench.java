package earnest.bench;

import earnest.core.understanding.Lexicon;
import earnest.core.understanding.Masking;
import earnest.core.understanding.Understanding;

import java.util.List;
import java.util.Locale;

/** How many messages are understood a second, against only splitting them into words. */
final class UnderstandBench {
    private static final long MEASURE_NANOS = 3_000_000_000L;
    private static final List<String> MESSAGES =
            Lexicon.english().examples().values().stream().flatMap(List::stream).toList();

    private UnderstandBench() {}

    static void run() {
        Report.head("Understanding messages (one thread)");
        long begun = System.nanoTime();
        Understanding english = new Understanding(Lexicon.english());
        Report.line(
                String.format(
                        Locale.ROOT,
                        "learning from %d sentences takes %.2f s",
                        MESSAGES.size(),
                        (System.nanoTime() - begun) / 1e9));
        double bare = perSecond(i -> message(i).toLowerCase(Locale.ROOT).split("\\W+").length);
        double masked = perSecond(i -> Masking.masked(message(i)).length());
        double whole = perSecond(i -> english.understand(message(i)).wants().size());
        Report.line(
                String.format(
                        Locale.ROOT,
                        "%,.0f a second (aim 2,000), masking alone %,.0f, words alone %,.0f: %.4f"
                                + " of it",
                        whole,
                        masked,
                        bare,
                        whole / bare));
    }

    private static String message(int i) {
        return MESSAGES.get(i % MESSAGES.size());
    }

    @FunctionalInterface
    private interface Work {
        int of(int i);
    }

    private static double perSecond(Work work) {
        measured(work, MEASURE_NANOS / 3);
        return measured(work, MEASURE_NANOS);
    }

    private static double measured(Work work, long nanos) {
        long begun = System.nanoTime();
        int done = 0;
        long kept = 0;
        while (System.nanoTime() - begun < nanos) {
            kept += work.of(done++);
        }
        if (kept == Long.MIN_VALUE) {
            throw new IllegalStateException("never");
        }
        return done / ((System.nanoTime() - begun) / 1e9);
    }
}
