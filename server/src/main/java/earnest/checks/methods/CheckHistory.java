package earnest.checks.methods;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What was checked before. */
public interface CheckHistory {
    /** How many checks of a method of a person began since then, on whichever ticket. */
    long startedSince(UUID person, String method, Instant since);

    Optional<Check> find(UUID check);

    /** Whether a check of a person that rests on one of these paths was passed since then. */
    boolean passedOn(UUID person, Collection<String> paths, Instant since);

    /** Checks of a method of a person that are under way and not out of time, oldest first. */
    List<Check> openOf(UUID person, String method, Instant now);

    /** A check that is under way and not out of time. */
    default Optional<Check> open(UUID check, Instant now) {
        return find(check).filter(one -> one.open(now));
    }
}
