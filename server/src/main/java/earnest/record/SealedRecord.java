package earnest.record;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** The record as it can be proved: numbers, seals, exports, receipts. */
public interface SealedRecord {
    /** The public key that seals, as a verifier key of the signed-note form. */
    String verifierKey();

    Status status();

    /** Seals by their sizes. */
    List<Sealing> seals(Collection<Long> sizes);

    /** The numbers of entries that have one. */
    Map<UUID, Long> numbers(Collection<UUID> entries);

    /** What proves one entry, or empty while it is not sealed. */
    Optional<Proof> proof(UUID entry);

    /**
     * Entries {@code from} up to but not with {@code to} under the latest seal.
     *
     * @param to null: up to the end of the seal
     * @throws earnest.ground.Problem 409 if nothing is sealed yet, 422 if the range is none
     */
    Range range(long from, @Nullable Long to);

    /** Writes a range; memory does not grow with it. */
    void export(Range range, Format format, OutputStream out) throws IOException;

    /**
     * All entries of a ticket with their proofs.
     *
     * @throws earnest.ground.Problem 409 if one of them is not sealed yet
     */
    Receipt receipt(UUID ticket);

    /** Forms of an export. Only {@link #JSONL} can be verified. */
    enum Format {
        JSONL("application/jsonl", "jsonl"),
        CSV("text/csv", "csv"),
        SYSLOG("text/plain", "log");

        private final String mediaType;
        private final String ending;

        Format(String mediaType, String ending) {
            this.mediaType = mediaType;
            this.ending = ending;
        }

        public String mediaType() {
            return mediaType;
        }

        /** How a file's name ends. */
        public String ending() {
            return ending;
        }
    }

    /**
     * How far the record is sealed.
     *
     * @param size entries under the latest seal
     * @param pending entries that wait for their number
     */
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
    record Proof(
            long number,
            String leafHash,
            List<String> path,
            long size,
            String root,
            Instant sealedAt,
            int witnesses) {}

    /** Part of the record under one seal. */
    record Range(long from, long to, String seal) {
        public long entries() {
            return to - from;
        }
    }

    record Receipt(String json, int entries) {}
}
