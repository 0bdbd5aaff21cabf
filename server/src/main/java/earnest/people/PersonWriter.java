package earnest.people;

import earnest.ground.Ids;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
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
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** Writes what the source says into the copy, page by page, and only where it differs. */
@Component
class PersonWriter {
    private final PeopleRepository people;
    private final JdbcTemplate jdbc;
    private final PersonDetails details;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    PersonWriter(
            PeopleRepository people,
            JdbcTemplate jdbc,
            PersonDetails details,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.people = people;
        this.jdbc = jdbc;
        this.details = details;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Writes one page; where somebody on it cannot be written, the others are.
     *
     * @param first at the first copy of all, when the age of contacts is unknown
     * @param managers takes person to the DN of the manager, to be set when all are there
     * @param odd is given who could not be written
     * @return how many people were new or changed
     */
    int write(
            List<PeopleSource.Read> page,
            Map<String, Set<String>> groups,
            boolean first,
            Map<UUID, String> managers,
            Consumer<PeopleSource.Odd> odd) {
        try {
            return writes.get(() -> written(page, groups, first, managers));
        } catch (DataAccessException trouble) {
            if (page.size() == 1) {
                PeopleSource.Read one = page.getFirst();
                odd.accept(
                        new PeopleSource.Odd(
                                one.entryUuid(),
                                one.dn(),
                                "something of it is too long or twice there"));
                return 0;
            }
            // Halves, until the one is alone that cannot be written.
            int middle = page.size() / 2;
            return write(page.subList(0, middle), groups, first, managers, odd)
                    + write(page.subList(middle, page.size()), groups, first, managers, odd);
        }
    }

    private int written(
            List<PeopleSource.Read> page,
            Map<String, Set<String>> groups,
            boolean first,
            Map<UUID, String> managers) {
        Map<String, PeopleRow> known =
                people
                        .findByEntryUuidIn(page.stream().map(PeopleSource.Read::entryUuid).toList())
                        .stream()
                        .collect(Collectors.toMap(row -> row.entryUuid, row -> row));
        List<PersonDetails.Of> changed = new ArrayList<>();
        for (PeopleSource.Read read : page) {
            PeopleRow before = known.get(read.entryUuid());
            PeopleRow row = changed(read, before, groups);
            if (row != null) {
                changed.add(new PersonDetails.Of(row, read, before != null));
                if (read.managerDn() != null) {
                    managers.put(row.id, read.managerDn());
                }
            }
        }
        people.flush();
        details.write(changed, first);
        return changed.size();
    }

    /** The row as it is now; null when it already was so. */
    private @Nullable PeopleRow changed(
            PeopleSource.Read read, @Nullable PeopleRow known, Map<String, Set<String>> groups) {
        String dn = read.dn().toLowerCase(Locale.ROOT);
        String memberOf =
                groups.entrySet().stream()
                        .filter(group -> group.getValue().contains(dn))
                        .map(Map.Entry::getKey)
                        .sorted()
                        .collect(Collectors.joining("\n"));
        byte[] digest = digest(read, memberOf);
        if (known != null && known.goneAt == null && Arrays.equals(known.digest, digest)) {
            return null;
        }
        PeopleRow row = known == null ? fresh(read) : known;
        row.goneAt = null;
        row.digest = digest;
        row.memberOf = memberOf;
        fill(row, read);
        if (known == null) {
            people.add(row);
        }
        return row;
    }

    private PeopleRow fresh(PeopleSource.Read read) {
        PeopleRow row = new PeopleRow();
        row.id = ids.next();
        row.entryUuid = read.entryUuid();
        return row;
    }

    private static void fill(PeopleRow row, PeopleSource.Read read) {
        row.dn = read.dn();
        row.account = read.account();
        row.name = read.name();
        row.given = read.given();
        row.family = read.family();
        row.foldedGiven = Folding.fold(read.given() == null ? "" : read.given());
        row.foldedFamily = Folding.fold(read.family());
        row.staffNumber = read.staffNumber();
        row.title = read.title();
        row.vessel = read.vessel();
        row.port = read.port();
        row.speaks = read.speaks();
        if (read.managerDn() == null) {
            row.managerId = null;
        }
    }

    /** Sets managers by their DNs, once everybody is there. */
    void managers(Map<UUID, String> managers) {
        writes.run(
                () -> {
                    List<Object[]> rows =
                            managers.entrySet().stream()
                                    .map(e -> new Object[] {e.getValue(), e.getKey()})
                                    .toList();
                    jdbc.batchUpdate(
                            "update person p join person m on m.dn = ? and m.gone_at is null set"
                                    + " p.manager_id = m.id where p.id = ?",
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

    /** How many there are, and who of them was not seen. */
    record Missing(long people, List<Gone> gone) {}

    Missing missing(Set<String> seen) {
        List<Gone> all =
                jdbc.query(
                        "select id, name, entry_uuid from person where gone_at is null",
                        (found, i) ->
                                new Gone(
                                        found.getObject(1, UUID.class),
                                        found.getString(2),
                                        found.getString(3)));
        int people = all.size();
        List<Gone> gone = new ArrayList<>(all);
        gone.removeIf(person -> seen.contains(person.entryUuid()));
        return new Missing(people, gone);
    }

    /** Marks those who are gone. */
    void gone(List<Gone> gone) {
        writes.run(
                () -> {
                    Instant now = clock.instant();
                    for (Gone person : gone) {
                        jdbc.update("update person set gone_at = ? where id = ?", now, person.id());
                        record.append(
                                Entry.bySystem(
                                                EntryKind.PERSON_GONE,
                                                "directory-sync",
                                                "Directory sync")
                                        .person(person.id(), person.name()));
                    }
                });
    }

    /** Writes who is in which group, for those for whom it differs; returns how many that are. */
    int groups(Map<String, Set<String>> groups) {
        Map<String, Set<String>> byDn = new HashMap<>();
        groups.forEach(
                (group, members) ->
                        members.forEach(
                                dn -> byDn.computeIfAbsent(dn, d -> new TreeSet<>()).add(group)));
        List<Object[]> differing = new ArrayList<>();
        jdbc.query(
                "select id, dn, member_of from person where gone_at is null",
                found -> {
                    String is =
                            String.join(
                                    "\n",
                                    byDn.getOrDefault(
                                            found.getString(2).toLowerCase(Locale.ROOT), Set.of()));
                    if (!is.equals(found.getString(3))) {
                        differing.add(new Object[] {is, found.getObject(1, UUID.class)});
                    }
                });
        if (!differing.isEmpty()) {
            // The next whole copy finds that the rest is as it was.
            writes.run(
                    () ->
                            jdbc.batchUpdate(
                                    "update person set member_of = ?, digest = '' where id = ?",
                                    differing));
        }
        return differing.size();
    }

    /** Somebody whom the source does not name any more. */
    record Gone(UUID id, String name, String entryUuid) {}

    private static byte[] digest(PeopleSource.Read read, String memberOf) {
        try {
            // Only tells whether anything differs from the last copy; it stands beside the values.
            return MessageDigest.getInstance("SHA-256")
                    .digest((read + memberOf).getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
