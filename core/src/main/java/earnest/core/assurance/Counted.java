package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** One line while it is being counted; not shared between threads. */
final class Counted {
    static final Comparator<Counted> ORDER =
            Comparator.comparing((Counted line) -> line.at).thenComparing(line -> line.id);

    final String id;
    final String path;
    final Method method;

    /** Whether a victim could be talked into reading it out. */
    final boolean relayed;

    final Outcome outcome;
    final Instant at;

    /** Own points: before what others take away (assurance, counting, step 3). */
    final int own;

    private final boolean inForce;
    int points;
    @Nullable String reason;

    private Counted(
            String id,
            String path,
            Method method,
            boolean relayed,
            Outcome outcome,
            Instant at,
            int own,
            boolean inForce,
            @Nullable String reason) {
        this.id = id;
        this.path = path;
        this.method = method;
        this.relayed = relayed;
        this.outcome = outcome;
        this.at = at;
        this.own = own;
        this.inForce = inForce;
        this.reason = reason;
    }

    boolean passed() {
        return outcome == Outcome.PASSED;
    }

    /** Neither too old nor of another conversation, so that it may stand for its path. */
    boolean inForce() {
        return inForce;
    }

    static Counted of(
            Evidence line, AssessmentInput input, Instant now, Map<String, Instant> ages) {
        Rulebook book = input.rulebook();
        Method method = book.checks().get(line.method());
        Boolean ownRelayed = line.relayed();
        boolean relayed = ownRelayed == null ? method.relayed() : ownRelayed;
        if (line.outcome() != Outcome.PASSED) {
            return new Counted(
                    line.id(),
                    line.path(),
                    method,
                    relayed,
                    line.outcome(),
                    line.at(),
                    0,
                    true,
                    null);
        }
        String conversation = line.conversation();
        var conversations = input.conversations();
        int own = method.points();
        boolean inForce = false;
        String reason = null;
        if (conversation != null
                && conversations != null
                && !conversations.contains(conversation)) {
            own = 0;
            reason = "other-conversation";
        } else if (line.at().plus(Duration.ofMinutes(book.validMinutes())).isBefore(now)) {
            own = 0;
            reason = "expired";
        } else {
            inForce = true;
            if (own > book.caps().recentPath() && recent(line.path(), line.at(), book, ages)) {
                own = book.caps().recentPath();
                reason = "recent-path";
            }
        }
        return new Counted(
                line.id(),
                line.path(),
                method,
                relayed,
                Outcome.PASSED,
                line.at(),
                own,
                inForce,
                reason);
    }

    static Counted of(
            Available check, AssessmentInput input, Instant now, Map<String, Instant> ages) {
        return of(
                new Evidence(
                        check.id(),
                        check.method(),
                        check.path(),
                        null,
                        null,
                        check.relayed(),
                        Outcome.PASSED,
                        now),
                input,
                now,
                ages);
    }

    private static boolean recent(
            String path, Instant at, Rulebook book, Map<String, Instant> ages) {
        Instant since = ages.get(path);
        return since != null
                && Duration.between(since, at).compareTo(Duration.ofDays(book.recentPathDays()))
                        < 0;
    }

    /** The youngest age given for each path, in evidence or in what is available. */
    static Map<String, Instant> ages(List<Evidence> evidence, List<Available> available) {
        Map<String, Instant> ages = new HashMap<>();
        evidence.forEach(line -> younger(ages, line.path(), line.pathSince()));
        available.forEach(check -> younger(ages, check.path(), check.pathSince()));
        return ages;
    }

    private static void younger(Map<String, Instant> ages, String path, @Nullable Instant since) {
        if (since != null) {
            ages.merge(path, since, (a, b) -> a.isAfter(b) ? a : b);
        }
    }
}
