package earnest.checks.methods;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

/**
 * A check that could be made.
 *
 * @param id of this one
 * @param offer id of the offer that stands for it; where several have one, one of them is drawn at
 *     random when the offer is taken
 * @param path what it would rest on
 * @param pathSince since when the path is known, or null where its source is trusted
 * @param note beside the label, or null
 * @param contact that it would use, or null
 * @param detail with which the check begins, or null
 * @param relayed whether its answer may be read out or talked out of somebody on another line;
 *     null: as the rulebook says of the method
 */
public record Possible(
        String id,
        String offer,
        String path,
        @Nullable Instant pathSince,
        String label,
        @Nullable String note,
        @Nullable UUID contact,
        @Nullable Record detail,
        @Nullable Boolean relayed) {
    public Possible(
            String id,
            String offer,
            String path,
            @Nullable Instant pathSince,
            String label,
            @Nullable String note,
            @Nullable UUID contact,
            @Nullable Record detail) {
        this(id, offer, path, pathSince, label, note, contact, detail, null);
    }
}
