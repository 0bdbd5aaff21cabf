package earnest.bench;

import earnest.testkit.Answer;
import earnest.testkit.Ground;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;
import earnest.testkit.People;

import tools.jackson.databind.JsonNode;

import java.util.Arrays;
import java.util.Map;
import java.util.function.Supplier;

/** Whether a page for a name that is known takes as long as one for a name that nobody has. */
final class OwnPageBench {
    private static final int ROUNDS = 25;
    private static final int STEPS = 3;
    private static final String[] NAMES = {"saying who one is", "beginning a way", "a wrong code"};
    private static final double AIM = 1.1;

    private final Ground ground;

    OwnPageBench(Ground ground) {
        this.ground = ground;
    }

    void run() {
        Report.head("A page of one's own: a known name against one that nobody has (over HTTP)");
        long[][] known = new long[STEPS][ROUNDS];
        long[][] nobody = new long[STEPS][ROUNDS];
        People people = new People(ground);
        for (int round = 0; round < ROUNDS; round++) {
            go(people.next(), known, round);
            go("nobody." + round + ".of.the.name", nobody, round);
        }
        for (int step = 0; step < STEPS; step++) {
            Report.ratio(NAMES[step], timing(known[step]), timing(nobody[step]), AIM);
        }
    }

    private static Timing timing(long[] times) {
        long[] sorted = times.clone();
        Arrays.sort(sorted);
        return new Timing(sorted, 0);
    }

    /** The sum is done before the clock is looked at. */
    private void go(String name, long[][] times, int round) {
        OwnPage page = new OwnPage(new Http(ground.serverUrl()));
        JsonNode given = page.http().post("/api/own/puzzle", Map.of("name", name)).ok();
        String puzzle = given.get("puzzle").asString();
        String solution = OwnPage.solve(puzzle, given.get("bits").asInt());
        times[0][round] = timed(() -> page.start(name, puzzle, solution));
        String way =
                page.ways().stream().filter(id -> !id.startsWith("link")).findFirst().orElseThrow();
        times[1][round] = timed(() -> page.begin(way));
        times[2][round] = timed(() -> page.type("000000"));
    }

    private static long timed(Supplier<Answer> call) {
        long begun = System.nanoTime();
        call.get().ok();
        return System.nanoTime() - begun;
    }
}
