package earnest.people;

import earnest.connectors.PeopleSource;
import earnest.core.json.Json;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Systems;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * Keeps the copy of the people of one source: everybody at times, changes in between. Who is not
 * among everybody any more is gone from it, and of nobody else's people is anything said.
 */
@Component
class SourceSync {
    private static final Logger LOG = LoggerFactory.getLogger(SourceSync.class);
    private static final int LONGEST_TROUBLE = 400;

    /** More than a hundredth gone at once is rather a fault than a farewell. */
    private static final int SURPRISE = 100;

    private static final Duration AFTER_TROUBLE = Duration.ofSeconds(2);
    private final Systems systems;
    private final PersonWriter writer;
    private final PersonEntries entries;
    private final JdbcClient database;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    SourceSync(
            Systems systems,
            PersonWriter writer,
            PersonEntries entries,
            JdbcClient database,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.systems = systems;
        this.writer = writer;
        this.entries = entries;
        this.database = database;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    /** What is known of the copy of a source. */
    private record Copied(
            @Nullable Instant wholeAt, @Nullable Instant changesAt, @Nullable String since) {
        /** Nothing is due earlier, unless somebody changes the source. */
        Duration nextDue(SourceRow source, Instant now) {
            if (wholeIsDue(source, now) || changesAreDue(source, now)) {
                return AFTER_TROUBLE;
            }
            Instant next = earlier(wholeAt, source.wholeEvery(), changesAt, source.changesEvery());
            return Duration.between(now, next).plusMillis(1);
        }

        private static Instant earlier(
                @Nullable Instant whole,
                Duration wholeEvery,
                @Nullable Instant changes,
                Duration changesEvery) {
            Instant first = Objects.requireNonNull(whole).plus(wholeEvery);
            Instant second = Objects.requireNonNull(changes).plus(changesEvery);
            return first.isBefore(second) ? first : second;
        }

        boolean wholeIsDue(SourceRow source, Instant now) {
            return since == null || isDue(wholeAt, source.wholeEvery(), now);
        }

        boolean changesAreDue(SourceRow source, Instant now) {
            return isDue(changesAt, source.changesEvery(), now);
        }

        /** What lies ahead was written by a node whose clock was wrong. */
        private static boolean isDue(@Nullable Instant last, Duration every, Instant now) {
            return last == null || last.isAfter(now) || !last.plus(every).isAfter(now);
        }
    }

    /** Does what is due; how long it is until something is due again. */
    Duration run(SourceRow source) {
        Copied copied = copied(source.id());
        Instant now = clock.instant();
        try {
            if (copied.wholeIsDue(source, now)) {
                whole(source, from(source), copied.wholeAt == null);
            } else if (copied.changesAreDue(source, now)) {
                changes(source, from(source), Objects.requireNonNull(copied.since));
            }
        } catch (PeopleSource.Away away) {
            LOG.warn("people cannot be copied from {}: {}", source.id(), away.getMessage());
            trouble(source.id(), String.valueOf(away.getMessage()));
        } catch (Problem wrong) {
            trouble(source.id(), String.valueOf(wrong.getMessage()));
        }
        return copied(source.id()).nextDue(source, clock.instant());
    }

    private PeopleSource from(SourceRow source) {
        return systems.people(
                source.system(), Objects.requireNonNull(Json.object(Json.read(source.mapping()))));
    }

    private Copied copied(String source) {
        return known(source)
                .orElseGet(
                        () -> {
                            begin(source);
                            return known(source).orElseThrow();
                        });
    }

    private void begin(String source) {
        writes.run(
                () ->
                        database.sql("insert ignore into people_copy (source) values (:s)")
                                .param("s", source)
                                .update());
    }

    private Optional<Copied> known(String source) {
        return database.sql(
                        "select whole_at, changes_at, changes_since from people_copy where source ="
                                + " :s")
                .param("s", source)
                .query(
                        (row, i) ->
                                new Copied(
                                        instant(row.getTimestamp(1)),
                                        instant(row.getTimestamp(2)),
                                        row.getString(3)))
                .optional();
    }

    private static @Nullable Instant instant(@Nullable Timestamp at) {
        return at == null ? null : at.toInstant();
    }

    private void trouble(String source, String words) {
        writes.run(
                () ->
                        database.sql(
                                        "update people_copy set trouble = :t, changes_at = :at"
                                                + " where source = :s")
                                .param("t", words)
                                .param("at", clock.instant())
                                .param("s", source)
                                .update());
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

    private void whole(SourceRow source, PeopleSource from, boolean first)
            throws PeopleSource.Away {
        Instant begun = clock.instant();
        Odds odds = new Odds();
        SourcePage reading =
                new SourcePage(
                        source, from.groups(), first, new HashMap<>(), new HashMap<>(), odds::add);
        Set<String> seen = new HashSet<>();
        int[] changed = {0};
        String next =
                from.everybody(
                        page -> {
                            page.forEach(read -> seen.add(read.nativeId()));
                            changed[0] += writer.write(reading, page);
                        },
                        odd -> {
                            if (odd.nativeId() != null) {
                                seen.add(odd.nativeId());
                            }
                            odds.add(odd);
                        });
        writer.managers(source, reading.managers());
        writer.deputies(source, reading.deputies(), first ? null : begun);
        PersonEntries.Missing missing = entries.missing(source.id(), seen);
        boolean tooMany =
                missing.gone().size()
                        > Math.max(source.believedGone(), missing.people() / SURPRISE);
        String held =
                tooMany
                        ? "The directory gave %d people fewer than before (of %d). Nobody was marked gone; look at the directory and at Earnest's right to read it. If they truly left, raise for a day how many may be gone at once."
                                .formatted(missing.gone().size(), missing.people())
                        : null;
        if (!tooMany) {
            writer.gone(source, missing.gone());
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
                                entry(EntryKind.PEOPLE_COPIED, source)
                                        .data("people", changed[0])
                                        .data("gone", tooMany ? 0 : missing.gone().size()));
                    }
                    if (held != null) {
                        LOG.warn("{}", held);
                        record.append(entry(EntryKind.COPY_HELD, source).data("reason", held));
                    }
                });
    }

    private static Entry entry(EntryKind kind, SourceRow source) {
        return Entry.bySystem(kind, "directory-sync", "Directory sync").data("source", source.id());
    }

    private void changes(SourceRow source, PeopleSource from, String since)
            throws PeopleSource.Away {
        Instant begun = clock.instant();
        List<PeopleSource.Read> all = new ArrayList<>();
        Odds odds = new Odds();
        String next = from.changedSince(since, all::addAll, odds::add);
        if (!all.isEmpty() || from.groupsChangedSince(since)) {
            SourcePage reading =
                    new SourcePage(
                            source,
                            from.groups(),
                            false,
                            new HashMap<>(),
                            new HashMap<>(),
                            odds::add);
            if (!all.isEmpty()) {
                writer.write(reading, all);
                writer.managers(source, reading.managers());
                writer.deputies(source, reading.deputies(), begun);
            }
            writes.run(() -> entries.groups(source.id(), reading.groups()));
        }
        // What was wrong with the last whole copy stays said; that the directory was away does not.
        writes.run(
                () ->
                        database.sql(
                                        "update people_copy set changes_at = :at, changes_since ="
                                            + " :n, odd = coalesce(:odd, odd), trouble = if(trouble"
                                            + " like 'The directory gave %', trouble, null) where"
                                            + " source = :s")
                                .param("at", begun)
                                .param("n", next)
                                .param("odd", odds.words())
                                .param("s", source.id())
                                .update());
    }
}
