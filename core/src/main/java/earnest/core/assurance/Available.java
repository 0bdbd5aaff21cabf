package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * A check that could still be made.
 *
 * @param pathSince since when the path is known, or null where its source is trusted
 * @param relayed whether a victim could be talked into reading it out; null: as its method
 */
public record Available(
        String id,
        String method,
        String path,
        @Nullable Instant pathSince,
        @Nullable Boolean relayed) {}
