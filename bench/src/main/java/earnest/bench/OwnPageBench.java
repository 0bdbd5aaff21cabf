package earnest.bench;

import earnest.testkit.Answer;
import earnest.testkit.Ground;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;
import earnest.testkit.People;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.Arrays;
import java.util.Iterator;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;
import java.util.stream.StreamSupport;

/**
 * Whether a page for a name that is known takes as long as one for a name that nobody has, and one
 * of somebody with an authenticator as long as one of somebody who set nothing up: by their medians
 * and by their ranks, since whoever watches may ask often.
 */
final class OwnPageBench {
    private static final int ROUNDS = 25;
    private static final int STEPS = 3;
    private static final String[] NAMES = {"saying who one is", "beginning a way", "a wrong code"};
    private static final double AIM = 1.1;

    /** Less than that by chance is taken for a difference. */
    private static final double CHANCE = 0.01;

    private final Ground ground;

    OwnPageBench(Ground ground) {
        this.ground = ground;
    }

    void run() {
        long[][] known = new long[STEPS][ROUNDS];
        long[][] nobody = new long[STEPS][ROUNDS];
        long[][] bare = new long[STEPS][ROUNDS];
        People people = new People(ground);
        Iterator<String> without = withoutAnything();
        for (int round = 0; round < ROUNDS; round++) {
            go(people.next(), known, round);
            go("nobody." + round + ".of.the.name", nobody, round);
            go(without.next(), bare, round);
        }
        Report.head("A page of one's own: a known name against one that nobody has (over HTTP)");
        compare(known, nobody);
        Report.head(
                "The same: somebody with an authenticator against somebody with nothing set up");
        compare(known, bare);
    }

    private static void compare(long[][] some, long[][] others) {
        for (int step = 0; step < STEPS; step++) {
            Report.ratio(NAMES[step], timing(some[step]), timing(others[step]), AIM);
            double chance = RankTest.chance(some[step], others[step]);
            Report.line(
                    String.format(
                            Locale.ROOT,
                            "%-40s ranks as uneven by chance: %.3f%s",
                            "",
                            chance,
                            chance >= CHANCE ? ", not told apart" : ", TOLD APART"));
        }
    }

    /** People who have a mobile and set nothing up. */
    private Iterator<String> withoutAnything() {
        return StreamSupport.stream(
                        JsonMapper.shared()
                                .readTree(ground.read("world/people.json"))
                                .spliterator(),
                        false)
                .filter(one -> !one.get("authenticator").asBoolean())
                .filter(one -> one.hasNonNull("mobile") && one.get("groups").isEmpty())
                .filter(one -> one.get("state").asString().equals("OPEN"))
                .map(one -> one.get("account").asString())
                .iterator();
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
        times[1][round] = timed(() -> page.begin("code-by-text"));
        times[2][round] = timed(() -> page.type("000000"));
    }

    private static long timed(Supplier<Answer> call) {
        long begun = System.nanoTime();
        call.get().ok();
        return System.nanoTime() - begun;
    }
}
