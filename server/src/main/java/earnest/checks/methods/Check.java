package earnest.checks.methods;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * One attempt to establish who somebody is, as its method meets it. What a method knows of it
 * beside that is its detail: a record of its own, kept as JSON.
 */
public interface Check {
    UUID id();

    UUID ticket();

    /** In which it was asked, or null when nobody was on the line. */
    @Nullable UUID conversation();

    UUID person();

    /** What it rests on. */
    String path();

    /** Since when the path is known, or null where its source is trusted. */
    @Nullable Instant pathSince();

    /** The contact that it uses, or null. */
    @Nullable UUID contact();

    CheckState state();

    Instant startedAt();

    @Nullable Instant endedAt();

    /** Tries that were made, the right one among them. */
    int tries();

    /** Whether it is under way and not out of time. */
    boolean open(Instant now);

    /** The detail, or empty while there is none. */
    <T extends Record> Optional<T> detail(Class<T> type);

    /** Keeps a detail, in the present transaction. */
    void keep(Record detail);

    /** What it rests on, where that is known only once it is under way. */
    void restOn(String path);

    /** From now on it counts in this conversation. */
    void moveTo(UUID conversation);
}
