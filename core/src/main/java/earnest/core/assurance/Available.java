package earnest.core.assurance;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A check that could still be made. */
public record Available(String id, String method, String path, @Nullable Instant pathSince) {}
