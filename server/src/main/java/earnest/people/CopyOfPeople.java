package earnest.people;

import earnest.ground.Routine;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.properties.ConfigurationProperties;
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

    /** {@code earnest.directory.full-sync-every} and {@code changes-every}. */
    @ConfigurationProperties("earnest.directory")
    record Intervals(Duration fullSyncEvery, Duration changesEvery) {}

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

    private void whole() throws PeopleSource.Away {
        Instant begun = clock.instant();
        boolean first = database.sql("select count(*) from person").query(Long.class).single() == 0;
        Map<String, Set<String>> groups = source.groups();
        Set<String> seen = new HashSet<>();
        Map<UUID, String> managers = new HashMap<>();
        int[] changed = {0};
        String next =
                source.everybody(
                        page -> {
                            page.forEach(read -> seen.add(read.entryUuid()));
                            changed[0] += writer.write(page, groups, first, managers);
                        });
        writer.managers(managers);
        int gone = writer.gone(seen);
        writes.run(
                () -> {
                    database.sql(
                                    "update people_copy set whole_at = :at, changes_at = :at,"
                                        + " changes_since = :n, trouble = null where source = :s")
                            .param("at", begun)
                            .param("n", next)
                            .param("s", source.id())
                            .update();
                    if (changed[0] > 0 || gone > 0) {
                        record.append(
                                Entry.bySystem(
                                                EntryKind.PEOPLE_COPIED,
                                                "directory-sync",
                                                "Directory sync")
                                        .data("people", changed[0])
                                        .data("gone", gone));
                    }
                });
    }

    private void changes() throws PeopleSource.Away {
        String since =
                database.sql("select changes_since from people_copy where source = :s")
                        .param("s", source.id())
                        .query(String.class)
                        .single();
        Instant begun = clock.instant();
        List<PeopleSource.Read> all = new ArrayList<>();
        String next = source.changedSince(since, all::addAll);
        if (!all.isEmpty()) {
            Map<UUID, String> managers = new HashMap<>();
            writer.write(all, source.groups(), false, managers);
            writer.managers(managers);
        }
        writes.run(
                () ->
                        database.sql(
                                        "update people_copy set changes_at = :at, changes_since ="
                                                + " :n, trouble = null where source = :s")
                                .param("at", begun)
                                .param("n", next)
                                .param("s", source.id())
                                .update());
    }
}
