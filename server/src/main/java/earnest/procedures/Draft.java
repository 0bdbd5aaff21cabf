package earnest.procedures;

import java.time.Instant;
import java.util.UUID;

/**
 * A procedure as its author last kept it.
 *
 * @param edit counts how often it was kept
 */
record Draft(
        String name, String text, long edit, UUID authorId, String authorName, Instant keptAt) {}
