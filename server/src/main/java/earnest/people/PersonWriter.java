package earnest.people;

import earnest.connectors.PeopleSource;
import earnest.ground.Ids;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** Writes what a source says into the copy, page by page, and only where it differs. */
@Component
class PersonWriter {
    private final PeopleRepository people;
    private final PersonEntries entries;
    private final PersonDetails details;
    private final PersonKeys keys;
    private final JdbcTemplate jdbc;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    PersonWriter(
            PeopleRepository people,
            PersonEntries entries,
            PersonDetails details,
            PersonKeys keys,
            JdbcTemplate jdbc,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.people = people;
        this.entries = entries;
        this.details = details;
        this.keys = keys;
        this.jdbc = jdbc;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Writes one page; where somebody on it cannot be written, the others are.
     *
     * @return how many people were new or changed
     */
    int write(SourcePage reading, List<PeopleSource.Read> page) {
        try {
            return writes.get(() -> written(reading, page));
        } catch (DataAccessException trouble) {
            if (page.size() == 1) {
                PeopleSource.Read one = page.getFirst();
                reading.odd()
                        .accept(
                                new PeopleSource.Odd(
                                        one.nativeId(),
                                        one.place(),
                                        "something of it is too long or twice there"));
                return 0;
            }
            // Halves, until the one is alone that cannot be written.
            int middle = page.size() / 2;
            return write(reading, page.subList(0, middle))
                    + write(reading, page.subList(middle, page.size()));
        }
    }

    private int written(SourcePage reading, List<PeopleSource.Read> page) {
        SourceRow source = reading.source();
        Map<String, PersonEntries.Known> known =
                entries.known(source.id(), page.stream().map(PeopleSource.Read::nativeId).toList());
        List<PersonEntries.Written> written = new ArrayList<>();
        List<PersonDetails.Of> changed = new ArrayList<>();
        for (PeopleSource.Read read : page) {
            Set<String> groups = Directory.groupsAt(read.place(), reading.groups());
            byte[] digest = digest(read, groups);
            PersonEntries.Known before = known.get(read.nativeId());
            if (before != null && !before.gone() && Arrays.equals(before.digest(), digest)) {
                continue;
            }
            PersonDetails.Of of = whose(reading, read, before);
            if (of == null) {
                continue;
            }
            written.add(new PersonEntries.Written(of.id(), read, digest, groups));
            changed.add(of);
        }
        people.flush();
        entries.write(source, written);
        keys.write(changed);
        details.write(changed, reading.first());
        return changed.size();
    }

    /** The person whose entry it is, as they are now; null when nobody can tell who that is. */
    private PersonDetails.@org.jspecify.annotations.Nullable Of whose(
            SourcePage reading,
            PeopleSource.Read read,
            PersonEntries.@org.jspecify.annotations.Nullable Known before) {
        Map<ContactKind, String> contacts = details.contacts(read);
        if (before == null) {
            List<UUID> same =
                    entries.same(reading.source(), read, contacts.get(ContactKind.WORK_MAIL));
            if (same.size() > 1) {
                reading.odd()
                        .accept(
                                new PeopleSource.Odd(
                                        read.nativeId(),
                                        read.place(),
                                        "it could be %d people".formatted(same.size())));
                return null;
            }
            Optional<PeopleRow> other = same.stream().findFirst().flatMap(people::findById);
            return other.isPresent()
                    ? new PersonDetails.Of(other.get(), read, contacts, true, false)
                    : ours(reading, read, contacts, fresh(reading.source()), false);
        }
        PeopleRow row = people.findById(before.person()).orElseThrow();
        return row.source.equals(reading.source().id())
                ? ours(reading, read, contacts, row, true)
                : new PersonDetails.Of(row, read, contacts, true, false);
    }

    /** Somebody whose name and contacts come from this source. */
    private PersonDetails.Of ours(
            SourcePage reading,
            PeopleSource.Read read,
            Map<ContactKind, String> contacts,
            PeopleRow row,
            boolean known) {
        row.goneAt = null;
        fill(row, read);
        if (!known) {
            people.add(row);
        }
        String manager = read.managerPlace();
        if (manager != null) {
            reading.managers().put(row.id, manager);
        }
        String deputy = read.deputyPlace();
        if (deputy != null) {
            reading.deputies().put(row.id, deputy);
        }
        return new PersonDetails.Of(row, read, contacts, known, true);
    }

    private PeopleRow fresh(SourceRow source) {
        PeopleRow row = new PeopleRow();
        row.id = ids.next();
        row.source = source.id();
        return row;
    }

    private static void fill(PeopleRow row, PeopleSource.Read read) {
        row.account = read.account();
        row.name = read.name();
        row.given = read.given();
        row.family = read.family();
        row.foldedGiven = NameNormalizer.fold(Objects.requireNonNullElse(read.given(), ""));
        row.foldedFamily = NameNormalizer.fold(read.family());
        row.staffNumber = read.staffNumber();
        row.title = read.title();
        row.vessel = read.vessel();
        row.port = read.port();
        row.speaks = read.speaks();
        if (read.managerPlace() == null) {
            row.managerId = null;
        }
        row.awayUntil = read.awayUntil();
        if (read.deputyPlace() == null) {
            row.deputyId = null;
            row.deputySince = null;
        }
    }

    /** Sets managers by their places in the source, once everybody is there. */
    void managers(SourceRow source, Map<UUID, String> managers) {
        writes.run(
                () -> {
                    List<Object[]> rows =
                            managers.entrySet().stream()
                                    .map(e -> new Object[] {source.id(), e.getValue(), e.getKey()})
                                    .toList();
                    jdbc.batchUpdate(
                            "update person p join person_entry m on m.source = ? and m.place = ?"
                                    + " and m.gone_at is null set p.manager_id = m.person_id where"
                                    + " p.id = ?",
                            rows);
                    List<Object[]> facts =
                            managers.keySet().stream()
                                    .map(id -> new Object[] {FactKind.MANAGER.id(), id})
                                    .toList();
                    jdbc.batchUpdate(
                            "insert into person_fact (person_id, kind, value) select p.id, ?,"
                                + " m.name from person p join person m on m.id = p.manager_id where"
                                + " p.id = ? on duplicate key update value = values(value)",
                            facts);
                });
    }

    /**
     * Sets deputies by their places in the source, once everybody is there.
     *
     * @param since when a deputy was named who was not before; null: not known
     */
    void deputies(
            SourceRow source,
            Map<UUID, String> deputies,
            @org.jspecify.annotations.Nullable Instant since) {
        writes.run(
                () ->
                        jdbc.batchUpdate(
                                "update person p join person_entry d on d.source = ? and d.place ="
                                    + " ? and d.gone_at is null set p.deputy_since = if(p.deputy_id"
                                    + " <=> d.person_id, p.deputy_since, ?), p.deputy_id ="
                                    + " d.person_id where p.id = ?",
                                deputies.entrySet().stream()
                                        .map(
                                                e ->
                                                        new Object[] {
                                                            source.id(),
                                                            e.getValue(),
                                                            since,
                                                            e.getKey()
                                                        })
                                        .toList()));
    }

    /** Marks those who are gone: whoever came from this source with all, the others here only. */
    void gone(SourceRow source, List<PersonEntries.Gone> gone) {
        writes.run(
                () -> {
                    Instant now = clock.instant();
                    entries.gone(source, gone, now);
                    keys.take(
                            gone.stream()
                                    .filter(PersonEntries.Gone::theirs)
                                    .map(PersonEntries.Gone::person)
                                    .toList());
                    for (PersonEntries.Gone person : gone) {
                        if (person.theirs()) {
                            jdbc.update(
                                    "update person set gone_at = ? where id = ?",
                                    now,
                                    person.person());
                            record.append(
                                    Entry.bySystem(
                                                    EntryKind.PERSON_GONE,
                                                    "directory-sync",
                                                    "Directory sync")
                                            .person(person.person(), person.name()));
                        }
                    }
                });
    }

    /** Everybody who came from a source is gone with it; returns how many that are. */
    int allGone(SourceRow source) {
        List<PersonEntries.Gone> all = entries.missing(source.id(), Set.of()).gone();
        gone(source, all);
        return all.size();
    }

    private static byte[] digest(PeopleSource.Read read, Set<String> groups) {
        try {
            // Only tells whether anything differs from the last copy; it stands beside the values.
            return MessageDigest.getInstance("SHA-256")
                    .digest((read + String.join("\n", groups)).getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
