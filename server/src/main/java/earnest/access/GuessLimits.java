package earnest.access;

import earnest.ground.Problem;
import earnest.ground.Writes;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.IntFunction;
import java.util.function.Supplier;

/**
 * Counts tries per bucket, in the database, so that all nodes count together; each decision is made
 * under the bucket's lock, so that a burst gets no further than a queue would. What was counted
 * leaks out evenly: whoever waits gets on. Bucket names hold no secret.
 */
@Component
public class GuessLimits {
    /**
     * So many of a kind (the first word of their bucket) count at once. Tries from one place wait
     * for each other's row, and each that waits in the database holds a connection: without this,
     * whoever guesses in a burst would take them all from the desk.
     */
    private static final int AT_ONCE = 4;

    private static final Duration LONGEST_WAIT = Duration.ofSeconds(8);

    private final JdbcClient database;
    private final Writes writes;
    private final Clock clock;
    private final Map<String, Semaphore> counting = new ConcurrentHashMap<>();

    GuessLimits(JdbcClient database, Writes writes, Clock clock) {
        this.database = database;
        this.writes = writes;
        this.clock = clock;
    }

    /**
     * How many are let through.
     *
     * @param most at once
     * @param window the time in which so many leak out again
     */
    public record Limit(int most, Duration window) {
        Duration leak() {
            return window.dividedBy(most);
        }
    }

    /** What stands in a bucket now. */
    private record Level(int tries, Instant since, @Nullable Instant nextTurn) {
        Level leaked(Limit limit, Instant now) {
            if (since.isAfter(now)) { // written by a node whose clock was wrong
                return new Level(tries, now, nextTurn);
            }
            long gone = Duration.between(since, now).dividedBy(limit.leak());
            return gone >= tries
                    ? new Level(0, now, nextTurn)
                    : new Level(
                            tries - (int) gone,
                            since.plus(limit.leak().multipliedBy(gone)),
                            nextTurn);
        }
    }

    /**
     * Counts one more try; false, and nothing counted, when the bucket is full.
     *
     * @throws Problem 429 while very many others count
     */
    public boolean take(String bucket, Limit limit) {
        return inTurn(
                bucket,
                () -> {
                    Level level = locked(bucket).leaked(limit, clock.instant());
                    boolean room = level.tries < limit.most();
                    keep(bucket, room ? more(level) : level);
                    return room;
                });
    }

    /**
     * Counts one more try and gives it its turn: the first at once, each later one after the one
     * before it.
     *
     * @param pause after a turn, by the number of tries counted with it
     * @param longest a wait beyond this is refused
     * @return when it is its turn, or empty, and nothing counted, if that is too far away
     * @throws Problem 429 while very many others count
     */
    public Optional<Instant> turn(
            String bucket, Limit limit, IntFunction<Duration> pause, Duration longest) {
        return inTurn(
                bucket,
                () -> {
                    Instant now = clock.instant();
                    Level level = locked(bucket).leaked(limit, now);
                    Instant next = level.nextTurn;
                    Instant turn = next == null || next.isBefore(now) ? now : next;
                    if (turn.isAfter(now.plus(longest))) {
                        return Optional.empty();
                    }
                    Level counted = more(level);
                    keep(
                            bucket,
                            new Level(
                                    counted.tries,
                                    counted.since,
                                    turn.plus(pause.apply(counted.tries))));
                    return Optional.of(turn);
                });
    }

    /** Takes one try back that turned out to be none. */
    public void giveBack(String bucket) {
        writes.run(
                () ->
                        database.sql(
                                        "update guess_limit set tries = tries - 1 where bucket ="
                                                + " :bucket and tries > 0")
                                .param("bucket", bucket)
                                .update());
    }

    /** Forgets what was counted. */
    public void forget(String bucket) {
        writes.run(
                () ->
                        database.sql("delete from guess_limit where bucket = :bucket")
                                .param("bucket", bucket)
                                .update());
    }

    private <T> T inTurn(String bucket, Supplier<T> count) {
        Semaphore room =
                counting.computeIfAbsent(
                        bucket.split("[ :]", 2)[0], kind -> new Semaphore(AT_ONCE, true));
        try {
            if (!room.tryAcquire(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new Problem(
                        429,
                        "slow-down",
                        "Too many tries at once. Wait a few seconds, then try again.");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while waiting to count", e);
        }
        try {
            return writes.get(count);
        } finally {
            room.release();
        }
    }

    private static Level more(Level level) {
        return new Level(level.tries + 1, level.since, level.nextTurn);
    }

    private Level locked(String bucket) {
        database.sql(
                        "insert into guess_limit (bucket, tries, since) values (:bucket, 0, :now)"
                                + " on duplicate key update bucket = bucket")
                .param("bucket", bucket)
                .param("now", clock.instant())
                .update();
        return database.sql(
                        "select tries, since, next_turn from guess_limit where bucket = :bucket for"
                                + " update")
                .param("bucket", bucket)
                .query(
                        (row, i) ->
                                new Level(
                                        row.getInt(1),
                                        row.getTimestamp(2).toInstant(),
                                        instant(row.getTimestamp(3))))
                .single();
    }

    private static @Nullable Instant instant(@Nullable Timestamp at) {
        return at == null ? null : at.toInstant();
    }

    private void keep(String bucket, Level level) {
        database.sql(
                        "update guess_limit set tries = :tries, since = :since, next_turn = :next"
                                + " where bucket = :bucket")
                .param("tries", level.tries)
                .param("since", level.since)
                .param("next", level.nextTurn)
                .param("bucket", bucket)
                .update();
    }
}
