package earnest.selfservice;

import earnest.access.GuessLimits;
import earnest.core.puzzle.Puzzle;
import earnest.ground.Ids;
import earnest.ground.KeyFiles;
import earnest.ground.KeyedMarks;
import earnest.ground.Problem;
import earnest.ground.Writes;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.text.Normalizer;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Locale;

/**
 * Makes guessing in bulk dear: each go costs a puzzle that grows with the tries from an address and
 * for a name, known or not; after many there is a pause.
 */
@Component
public class Robots {
    private static final Duration HOUR = Duration.ofHours(1);
    private static final GuessLimits.Limit FROM_ADDRESS = new GuessLimits.Limit(120, HOUR);
    private static final GuessLimits.Limit LINKS = new GuessLimits.Limit(30, Duration.ofMinutes(1));
    private static final GuessLimits.Limit FOR_NAME = new GuessLimits.Limit(20, HOUR);
    private static final GuessLimits.Limit WRONG = new GuessLimits.Limit(10, HOUR);

    private final JdbcClient database;
    private final GuessLimits limits;
    private final KeyedMarks marks;
    private final Writes writes;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;
    private final byte[] key;

    Robots(
            JdbcClient database,
            GuessLimits limits,
            KeyedMarks marks,
            KeyFiles keys,
            Writes writes,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.database = database;
        this.limits = limits;
        this.marks = marks;
        this.writes = writes;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
        this.key = keys.key("puzzles");
    }

    /** By which a name is known again, however it was spelt. */
    public String mark(String name) {
        String folded = Normalizer.normalize(name, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
        return marks.of("own-page name", folded.replaceAll("\\s", ""));
    }

    /**
     * A puzzle for a name. Asking counts as a try: else whoever asks for many at once would get
     * them all at the price of the first.
     *
     * @throws Problem 429 after very many
     */
    public Puzzle puzzle(String mark, String address) {
        if (!limits.take("own-address " + address, FROM_ADDRESS)) {
            throw pause();
        }
        byte[] drawn = new byte[Puzzle.RANDOM_BYTES];
        random.nextBytes(drawn);
        String place = marks.of("own-page address", address);
        int bits =
                writes.get(
                        () -> {
                            int asked = Puzzle.bits(tries(place), tries(mark));
                            count(place);
                            count(mark);
                            return asked;
                        });
        return Puzzle.make(key, bytes(mark), drawn, bits, clock.instant());
    }

    private int tries(String of) {
        return database.sql("select count(*) from own_try where mark = :m and at > :t")
                .param("m", of)
                .param("t", clock.instant().minus(HOUR))
                .query(Integer.class)
                .single();
    }

    private void count(String of) {
        database.sql("insert into own_try (id, mark, at) values (:id, :m, :now)")
                .param("id", ids.next())
                .param("m", of)
                .param("now", clock.instant())
                .update();
    }

    /**
     * Takes a solved puzzle, once.
     *
     * @throws Problem 422 if it is not one of ours for this name, is out of time, was used or is
     *     not solved; 429 after many for the name
     */
    public void mustBeSolved(String mark, String text, String solution) {
        Puzzle puzzle =
                Puzzle.read(key, bytes(mark), text)
                        .filter(one -> !one.expired(clock.instant()))
                        .filter(one -> one.solvedBy(solution))
                        .orElseThrow(Robots::unsolved);
        if (!limits.take("own-name " + mark, FOR_NAME)) {
            throw pause();
        }
        boolean first =
                writes.get(
                        () ->
                                database.sql(
                                                        "insert ignore into own_puzzle_used (id,"
                                                                + " expires_at) values (:id, :t)")
                                                .param("id", puzzle.id())
                                                .param("t", puzzle.expires())
                                                .update()
                                        == 1);
        if (!first) {
            throw unsolved();
        }
    }

    private static byte[] bytes(String mark) {
        return HexFormat.of().parseHex(mark);
    }

    private static Problem unsolved() {
        return new Problem(
                422,
                "puzzle-unsolved",
                "The sum that keeps robots out was not done, or it is out of time. Go on once"
                        + " more; your browser does another.");
    }

    /**
     * Counts that somebody holds a link up.
     *
     * @throws Problem 429 after many from there
     */
    void countLink(String address) {
        if (!limits.take("own-link " + address, LINKS)) {
            throw pause();
        }
    }

    /**
     * Takes one of the wrong answers that a name has within an hour, wherever it is answered.
     *
     * @throws Problem 429 if there is none left
     */
    public void takeAnswer(String mark) {
        if (!limits.take("own-wrong " + mark, WRONG)) {
            throw new Problem(
                    429,
                    "too-many-tries",
                    "There were too many wrong answers for this name. Wait an hour, or call the"
                            + " service desk.");
        }
    }

    /** It was right. */
    public void giveAnswerBack(String mark) {
        limits.giveBack("own-wrong " + mark);
    }

    private static Problem pause() {
        return new Problem(
                429,
                "slow-down",
                "There were many tries for this name or from where you are. Wait a while, or call"
                        + " the service desk.");
    }

    /** Takes away what counts no more. */
    void forget(Instant now) {
        writes.run(
                () -> {
                    database.sql("delete from own_try where at <= :t limit 10000")
                            .param("t", now.minus(HOUR))
                            .update();
                    database.sql("delete from own_puzzle_used where expires_at <= :t limit 10000")
                            .param("t", now)
                            .update();
                });
    }
}
