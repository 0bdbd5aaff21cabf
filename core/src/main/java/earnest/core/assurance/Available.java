package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/** A check that could still be made. */
public record Available(String id, String method, String path, @Nullable Instant pathSince) {}
