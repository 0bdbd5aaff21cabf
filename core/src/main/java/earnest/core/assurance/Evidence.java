package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * One check that was made.
 *
 * @param path what it rests on, such as {@code phone:+447700900142}
 * @param pathSince since when the path is known, or null where its source is trusted
 * @param conversation in which it was made, or null
 * @param relayed whether a victim could be talked into reading this one out; null: as its method
 */
public record Evidence(
        String id,
        String method,
        String path,
        @Nullable Instant pathSince,
        @Nullable String conversation,
        @Nullable Boolean relayed,
        Outcome outcome,
        Instant at) {}
