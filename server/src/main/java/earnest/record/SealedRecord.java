package earnest.record;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** The record as it can be proved: numbers, seals, keys. {@link RecordFiles} takes it out. */
public interface SealedRecord {
    /** The key that seals, and those before it. */
    Keys keys();

    /**
     * Makes a new key and records that it takes over; the key in force seals that entry, and then
     * nothing more.
     *
     * @throws earnest.ground.Problem 409 while a former change is not sealed yet
     */
    void changeKey(UUID by, String byName, String reason);

    Status status();

    /** Seals by their sizes. */
    List<Sealing> seals(Collection<Long> sizes);

    /** The numbers of entries that have one. */
    Map<UUID, Long> numbers(Collection<UUID> entries);

    /** What proves one entry, or empty while it is not sealed. */
    Optional<Proof> proof(UUID entry);

    /**
     * Public keys, as verifier keys of the signed-note form.
     *
     * @param key the one that signs the next seal
     * @param changes oldest first
     */
    @Schema(name = "SealingKey")
    record Keys(String key, List<Changed> changes) {}

    /**
     * A change of the key.
     *
     * @param number of the entry that says so, or null while it has none
     * @param sealed whether the former key signed it, and the new one is in force
     */
    @Schema(name = "SealingKeyChange")
    record Changed(String from, String to, Instant at, @Nullable Long number, boolean sealed) {}

    /**
     * How far the record is sealed.
     *
     * @param size entries under the latest seal
     * @param pending entries that wait for their number
     */
    @Schema(name = "SealStatus")
    record Status(
            long size,
            @Nullable Instant sealedAt,
            @Nullable String root,
            long pending,
            List<WitnessTold> witnesses) {}

    /**
     * A seal.
     *
     * @param size entries under it
     * @param root in hexadecimal
     * @param witnesses how many were told of it
     */
    @Schema(name = "SealOverEntry")
    record Sealing(long size, Instant at, String root, int witnesses) {}

    /**
     * What a witness has.
     *
     * @param size entries under the last seal that it was told
     */
    record WitnessTold(String name, long size, @Nullable String trouble) {}

    /**
     * That an entry stands under a seal.
     *
     * @param leafHash in hexadecimal
     * @param path hashes on the way to the root, in hexadecimal
     */
    @Schema(name = "EntryProof")
    record Proof(
            long number,
            String leafHash,
            List<String> path,
            long size,
            String root,
            Instant sealedAt,
            int witnesses) {}
}
