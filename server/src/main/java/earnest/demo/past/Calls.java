package earnest.demo.past;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;

/** Who called when in those days, and what for: the same for the same seed and the same people. */
final class Calls {
    private static final long SEED = 20_260_825;
    private static final int ON_A_WEEKDAY = 7;
    private static final int ON_A_WEEKEND = 3;
    private static final int FIRST_HOUR = 5;
    private static final int HOURS = 17;
    private static final int HUNDRED = 100;
    private static final int IMPOSTORS = 4;
    private static final int HURRIED = 10;
    private static final int VISITS = 12;
    private static final int UNLOCKS = 35;
    private static final int MISTYPED = 7;

    private Calls() {}

    /** How a call goes. */
    enum Kind {
        GENUINE,
        /** Wants it done before enough is proved. */
        HURRIED,
        IMPOSTOR
    }

    /**
     * A call.
     *
     * @param whom which of the people
     * @param mistypes whether the first code is wrong
     * @param seed for what is drawn while it goes on
     */
    record Call(
            Instant at,
            int whom,
            int analyst,
            Kind kind,
            boolean counter,
            boolean unlock,
            boolean mistypes,
            long seed) {}

    /**
     * Of some days, oldest first.
     *
     * @param end the day on which they are over
     */
    static List<Call> before(LocalDate end, int days, int people, int analysts) {
        Random random = new Random(SEED);
        List<Call> calls = new ArrayList<>();
        for (int ago = days; ago > 0; ago--) {
            LocalDate day = end.minusDays(ago);
            boolean weekend = day.getDayOfWeek().compareTo(DayOfWeek.SATURDAY) >= 0;
            int many = (weekend ? ON_A_WEEKEND : ON_A_WEEKDAY) + random.nextInt(3) - 1;
            List<Call> ofDay = new ArrayList<>();
            for (int i = 0; i < many; i++) {
                ofDay.add(call(day, people, analysts, random));
            }
            ofDay.sort(Comparator.comparing(Call::at));
            calls.addAll(ofDay);
        }
        return calls;
    }

    private static Call call(LocalDate day, int people, int analysts, Random random) {
        Instant at =
                day.atTime(FIRST_HOUR, 0)
                        .toInstant(ZoneOffset.UTC)
                        .plusSeconds(random.nextInt(HOURS * 3600));
        int drawn = random.nextInt(HUNDRED);
        Kind kind =
                drawn < IMPOSTORS
                        ? Kind.IMPOSTOR
                        : drawn < IMPOSTORS + HURRIED ? Kind.HURRIED : Kind.GENUINE;
        return new Call(
                at,
                random.nextInt(people),
                random.nextInt(analysts),
                kind,
                kind == Kind.GENUINE && random.nextInt(HUNDRED) < VISITS,
                random.nextInt(HUNDRED) < UNLOCKS,
                random.nextInt(HUNDRED) < MISTYPED,
                random.nextLong());
    }
}
