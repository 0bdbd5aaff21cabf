package earnest.people;

import earnest.ground.Routine;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/**
 * Keeps the copy of people: everybody at times, changes in between. Who is not among everybody any
 * more is gone, stays on the record, and is helped no more.
 */
@Component
class CopyOfPeople implements Routine {
    private static final Logger LOG = LoggerFactory.getLogger(CopyOfPeople.class);
    private static final int LONGEST_TROUBLE = 400;

    /** More than a hundredth gone at once is rather a fault than a farewell. */
    private static final int SURPRISE = 100;

    /**
     * {@code earnest.directory.full-sync-every} and {@code changes-every}.
     *
     * @param believedGone {@code earnest.directory.believed-gone}: so many may always be gone at
     *     once; raised for a day when many truly leave
     */
    @ConfigurationProperties("earnest.directory")
    record Intervals(
            Duration fullSyncEvery, Duration changesEvery, @DefaultValue("20") int believedGone) {}

    private final PeopleSource source;
    private final PersonWriter writer;
    private final JdbcClient database;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Intervals intervals;

    CopyOfPeople(
            PeopleSource source,
            PersonWriter writer,
            JdbcClient database,
            TheRecord record,
            Writes writes,
            Clock clock,
            Intervals intervals) {
        this.source = source;
        this.writer = writer;
        this.database = database;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.intervals = intervals;
    }

    @Override
    public String name() {
        return "copy-people";
    }

    @Override
    public Duration every() {
        return intervals.changesEvery();
    }

    @Override
    public void run() {
        writes.run(
                () ->
                        database.sql("insert ignore into people_copy (source) values (:s)")
                                .param("s", source.id())
                                .update());
        try {
            if (wholeIsDue()) {
                whole();
            } else {
                changes();
            }
        } catch (PeopleSource.Away away) {
            LOG.warn("the directory is away: {}", away.getMessage());
            writes.run(
                    () ->
                            database.sql("update people_copy set trouble = :t where source = :s")
                                    .param("t", away.getMessage())
                                    .param("s", source.id())
                                    .update());
        }
    }

    private boolean wholeIsDue() {
        return database.sql(
                        "select whole_at from people_copy where source = :s and changes_since is"
                                + " not null")
                .param("s", source.id())
                .query((row, i) -> java.util.Optional.ofNullable(row.getTimestamp("whole_at")))
                .optional()
                .flatMap(at -> at)
                .map(at -> at.toInstant().plus(intervals.fullSyncEvery()).isBefore(clock.instant()))
                .orElse(true);
    }

    /** What stood in the way of a copy, for whoever sees to the directory. */
    private final class Odds {
        private final List<PeopleSource.Odd> found = new ArrayList<>();

        void add(PeopleSource.Odd odd) {
            found.add(odd);
        }

        @Nullable String words() {
            if (found.isEmpty()) {
                return null;
            }
            PeopleSource.Odd first = found.getFirst();
            String words =
                    "%d %s of the directory could not be copied, such as %s: %s"
                            .formatted(
                                    found.size(),
                                    found.size() == 1 ? "entry" : "entries",
                                    first.where(),
                                    first.why());
            return words.substring(0, Math.min(words.length(), LONGEST_TROUBLE));
        }
    }

    private void whole() throws PeopleSource.Away {
        Instant begun = clock.instant();
        boolean first = neverWhole();
        Map<String, Set<String>> groups = source.groups();
        Set<String> seen = new HashSet<>();
        Map<UUID, String> managers = new HashMap<>();
        Odds odds = new Odds();
        int[] changed = {0};
        String next =
                source.everybody(
                        page -> {
                            page.forEach(read -> seen.add(read.entryUuid()));
                            changed[0] += writer.write(page, groups, first, managers, odds::add);
                        },
                        odd -> {
                            if (odd.entryUuid() != null) {
                                seen.add(odd.entryUuid());
                            }
                            odds.add(odd);
                        });
        writer.managers(managers);
        PersonWriter.Missing missing = writer.missing(seen);
        boolean tooMany =
                missing.gone().size()
                        > Math.max(intervals.believedGone(), missing.people() / SURPRISE);
        String held =
                tooMany
                        ? "The directory gave %d people fewer than before (of %d). Nobody was marked gone; look at the directory and at Earnest's right to read it. If they truly left, raise earnest.directory.believed-gone for a day."
                                .formatted(missing.gone().size(), missing.people())
                        : null;
        if (!tooMany) {
            writer.gone(missing.gone());
        }
        writes.run(
                () -> {
                    database.sql(
                                    "update people_copy set whole_at = :at, changes_at = :at,"
                                            + " changes_since = :n, trouble = :t, odd = :odd where"
                                            + " source = :s")
                            .param("at", begun)
                            .param("n", next)
                            .param("t", held)
                            .param("odd", odds.words())
                            .param("s", source.id())
                            .update();
                    if (changed[0] > 0 || !tooMany && !missing.gone().isEmpty()) {
                        record.append(
                                entry(EntryKind.PEOPLE_COPIED)
                                        .data("people", changed[0])
                                        .data("gone", tooMany ? 0 : missing.gone().size()));
                    }
                    if (held != null) {
                        LOG.warn("{}", held);
                        record.append(entry(EntryKind.COPY_HELD).data("reason", held));
                    }
                });
    }

    private static Entry entry(EntryKind kind) {
        return Entry.bySystem(kind, "directory-sync", "Directory sync");
    }

    /** Until everybody was copied once, the age of what is found is not known. */
    private boolean neverWhole() {
        return database.sql(
                                "select count(*) from people_copy where source = :s and whole_at is"
                                        + " null")
                        .param("s", source.id())
                        .query(Long.class)
                        .single()
                > 0;
    }

    private void changes() throws PeopleSource.Away {
        String since =
                database.sql("select changes_since from people_copy where source = :s")
                        .param("s", source.id())
                        .query(String.class)
                        .single();
        Instant begun = clock.instant();
        List<PeopleSource.Read> all = new ArrayList<>();
        Odds odds = new Odds();
        String next = source.changedSince(since, all::addAll, odds::add);
        if (!all.isEmpty() || source.groupsChangedSince(since)) {
            Map<UUID, String> managers = new HashMap<>();
            Map<String, Set<String>> groups = source.groups();
            if (!all.isEmpty()) {
                writer.write(all, groups, false, managers, odds::add);
                writer.managers(managers);
            }
            writer.groups(groups);
        }
        writes.run(
                () ->
                        database.sql(
                                        "update people_copy set changes_at = :at, changes_since ="
                                            + " :n, odd = coalesce(:odd, odd) where source = :s")
                                .param("at", begun)
                                .param("n", next)
                                .param("odd", odds.words())
                                .param("s", source.id())
                                .update());
        // What was wrong with the last whole copy stays said; that the directory was away does not.
        writes.run(
                () ->
                        database.sql(
                                        "update people_copy set trouble = null where source = :s"
                                                + " and trouble like '%does not answer%'")
                                .param("s", source.id())
                                .update());
    }
}
