package earnest.record;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;

/** The record: appended to in the transaction of what is recorded, never changed. */
public interface TheRecord {
    /**
     * Appends an entry.
     *
     * @return its id
     * @throws IllegalStateException outside a transaction: entry and deed stand or fall together
     */
    UUID append(Entry entry);

    /**
     * Appends what is said to have happened before this record began. Each such entry is marked
     * {@code past-brought-in}, and nobody is told of it.
     *
     * @param at when it happened
     * @throws IllegalStateException outside a transaction
     */
    UUID bringIn(Entry entry, Instant at);

    /** The latest entries of a ticket, newest first. */
    List<Row> ofTicket(UUID ticket, int most);

    /** Entries that match, newest first. */
    List<Row> find(Query query);

    /**
     * What committed lately: entries made since {@code at}. Entries may commit out of order, so
     * whoever follows the record asks for a window and leaves out what it has seen.
     */
    List<Heard> since(Instant at);

    /**
     * Gives what happened on the tickets that began in a time, ticket by ticket and each in order
     * of time.
     *
     * @param kinds what of it; that somebody came is among them
     */
    void moments(Instant since, Instant until, Set<EntryKind> kinds, Consumer<Moment> each);

    /**
     * Something that happened on a ticket.
     *
     * @param detail the method of a check, the deed of a change that was decided on; else null
     */
    record Moment(UUID ticket, EntryKind kind, Instant at, @Nullable String detail) {}

    /**
     * Gives what decisions rested on, the latest first.
     *
     * @param kinds of entries that hold one
     * @param each is given the leaf, which says nothing that names anybody
     */
    void decisions(Instant since, Set<EntryKind> kinds, int most, Consumer<String> each);

    /**
     * What to look for; null matches all.
     *
     * @param before only entries older than this, for the next page
     * @param beforeEntry of those at that very moment, only the ones before this one
     */
    record Query(
            @Nullable UUID ticket,
            @Nullable UUID person,
            @Nullable UUID analyst,
            @Nullable EntryKind kind,
            @Nullable Instant since,
            @Nullable Instant until,
            @Nullable Instant before,
            @Nullable UUID beforeEntry,
            int most) {}

    /**
     * One entry as it is read.
     *
     * @param words what was done, without the actor
     * @param number its place on the record, or null while it has none
     * @param sealedUnder size of the first seal over it, or null while it is not sealed
     */
    @Schema(name = "RecordEntry")
    record Row(
            UUID id,
            @Nullable Long number,
            @Nullable Long sealedUnder,
            Instant at,
            String kind,
            String actor,
            String words,
            @Nullable UUID ticket,
            @Nullable UUID person,
            @Nullable String account,
            @Nullable String outcome,
            @Nullable Why why) {}

    /** What allowed it. */
    @Schema(name = "EntryVerdict")
    record Why(String rule, int standing, int asked, List<UUID> evidence) {}

    /** That something was recorded, for those who follow. */
    record Heard(UUID id, Instant at, String kind, @Nullable UUID ticket) {}
}
