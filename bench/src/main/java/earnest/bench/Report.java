package earnest.bench;

import java.util.Locale;

/** Prints one line a measurement; an aim that is missed is said to be. */
final class Report {
    private Report() {}

    static void head(String words) {
        System.out.println();
        System.out.println(words);
    }

    static void line(String words) {
        System.out.println("  " + words);
    }

    static void ratio(String what, Timing ours, Timing bare, double aim) {
        double ratio = ours.against(bare);
        line(
                String.format(
                        Locale.ROOT,
                        "%-40s %6.2f ms (p95 %6.2f), bare %6.2f ms (p95 %6.2f): %5.2f times%s",
                        what,
                        ours.medianMs(),
                        ours.p95Ms(),
                        bare.medianMs(),
                        bare.p95Ms(),
                        ratio,
                        aim(ratio, aim)));
    }

    static String aim(double value, double aim) {
        if (aim <= 0) {
            return "";
        }
        return value <= aim ? ", aim %.1f met".formatted(aim) : ", AIM %.1f MISSED".formatted(aim);
    }
}
