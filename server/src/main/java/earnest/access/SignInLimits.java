package earnest.access;

import earnest.ground.KeyedMarks;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * How tries to sign in are slowed. Each is counted before its password is hashed. A name has turns
 * that come more and more slowly; a place has so many tries that are wrong, which come back one by
 * one. Nobody is locked out: a browser in which the analyst signed in before has turns of its own,
 * and a lead can release a name.
 */
@Component
class SignInLimits {
    private static final GuessLimits.Limit NAME = new GuessLimits.Limit(200, Duration.ofHours(24));
    private static final GuessLimits.Limit BROWSER =
            new GuessLimits.Limit(200, Duration.ofHours(24));
    private static final GuessLimits.Limit PLACE = new GuessLimits.Limit(60, Duration.ofMinutes(5));
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(8);

    /** Somebody who sits before a browser of theirs waits rather than being sent away. */
    private static final Duration LONGEST_WAIT_KNOWN = Duration.ofSeconds(30);

    private static final int FREE = 2;
    private static final int MANY = 20;
    private static final int VERY_MANY = 50;

    private final GuessLimits limits;
    private final KeyedMarks marks;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    SignInLimits(
            GuessLimits limits, KeyedMarks marks, TheRecord record, Writes writes, Clock clock) {
        this.limits = limits;
        this.marks = marks;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    /** A try that was counted; it says what came of it. */
    final class Try {
        private final String nameOrBrowser;
        private final Optional<String> place;

        private Try(String nameOrBrowser, Optional<String> place) {
            this.nameOrBrowser = nameOrBrowser;
            this.place = place;
        }

        void wasRight() {
            limits.forget(nameOrBrowser);
            place.ifPresent(limits::giveBack);
        }
    }

    /** By name; what is typed there may be a password, so the bucket holds its mark. */
    private String name(String login) {
        return "name " + marks.of("sign-in name", login);
    }

    /**
     * Counts a try and waits for its turn.
     *
     * @param browser mark of a browser in which this analyst signed in before, or empty
     * @throws Problem 429 when the turn is too far away, or too much that is wrong came from there
     */
    Try count(String login, String address, Optional<String> browser) {
        if (browser.isPresent()) {
            String bucket = "browser " + browser.get();
            await(bucket, BROWSER, LONGEST_WAIT_KNOWN);
            return new Try(bucket, Optional.empty());
        }
        String place = "place " + address;
        if (!limits.take(place, PLACE)) {
            slowed(place);
            throw slowDown("Too many tries from this place.", PLACE.leak());
        }
        String name = name(login);
        try {
            await(name, NAME, LONGEST_WAIT);
        } catch (Problem tooFar) {
            limits.giveBack(place);
            throw tooFar;
        }
        return new Try(name, Optional.of(place));
    }

    private void await(String bucket, GuessLimits.Limit limit, Duration longest) {
        Instant turn =
                limits.turn(bucket, limit, SignInLimits::pause, longest)
                        .orElseThrow(
                                () -> {
                                    slowed(bucket);
                                    return slowDown("Too many tries at once.", longest);
                                });
        long wait = Duration.between(clock.instant(), turn).toMillis();
        if (wait <= 0) {
            return;
        }
        try {
            Thread.sleep(wait);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while waiting for a turn", e);
        }
    }

    /** The pause after a turn. A right password takes all of it away. */
    private static Duration pause(int tries) {
        if (tries <= FREE) {
            return Duration.ZERO;
        }
        if (tries > VERY_MANY) {
            return Duration.ofMinutes(1);
        }
        return tries > MANY
                ? Duration.ofSeconds(10)
                : Duration.ofMillis(Math.min(4_000, 250L << Math.min(4, tries - FREE - 1)));
    }

    private static Problem slowDown(String what, Duration wait) {
        return new Problem(
                429,
                "slow-down",
                "%s Wait %d seconds, then try again. Your lead can release your name."
                        .formatted(what, Math.max(1, wait.toSeconds())));
    }

    /** Once in a while, not once a try: whoever floods the sign-in is not to flood the record. */
    private void slowed(String bucket) {
        String noted = "noted " + bucket;
        if (limits.take(noted, new GuessLimits.Limit(1, Duration.ofMinutes(5)))) {
            writes.run(
                    () ->
                            record.append(
                                    Entry.byEarnest(EntryKind.SIGN_IN_SLOWED)
                                            .data("bucket", bucket.replaceAll(" .*", ""))));
        }
    }

    /** Forgets what was counted for a name. */
    void release(String login) {
        limits.forget(name(login));
    }
}
