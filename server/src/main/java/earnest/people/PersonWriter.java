package earnest.people;

import earnest.ground.Ids;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
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
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;

/** Writes what the source says into the copy, page by page, and only where it differs. */
@Component
class PersonWriter {
    private final PeopleRepository people;
    private final JdbcTemplate jdbc;
    private final Telephone telephone;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    PersonWriter(
            PeopleRepository people,
            JdbcTemplate jdbc,
            Telephone telephone,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.people = people;
        this.jdbc = jdbc;
        this.telephone = telephone;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Writes one page.
     *
     * @param first at the first copy of all, when the age of contacts is unknown
     * @param managers takes person to the DN of the manager, to be set when all are there
     * @return how many people were new or changed
     */
    int write(
            List<PeopleSource.Read> page,
            Map<String, Set<String>> groups,
            boolean first,
            Map<UUID, String> managers) {
        return writes.get(
                () -> {
                    Map<String, PeopleRow> known =
                            people
                                    .findByEntryUuidIn(
                                            page.stream()
                                                    .map(PeopleSource.Read::entryUuid)
                                                    .toList())
                                    .stream()
                                    .collect(Collectors.toMap(row -> row.entryUuid, row -> row));
                    List<Runnable> beside = new ArrayList<>();
                    int changed = 0;
                    for (PeopleSource.Read read : page) {
                        if (one(
                                read,
                                known.get(read.entryUuid()),
                                groups,
                                first,
                                managers,
                                beside)) {
                            changed++;
                        }
                    }
                    people.flush();
                    beside.forEach(Runnable::run);
                    return changed;
                });
    }

    private boolean one(
            PeopleSource.Read read,
            @Nullable PeopleRow known,
            Map<String, Set<String>> groups,
            boolean first,
            Map<UUID, String> managers,
            List<Runnable> beside) {
        String memberOf =
                groups.entrySet().stream()
                        .filter(
                                group ->
                                        group.getValue()
                                                .contains(
                                                        read.dn()
                                                                .toLowerCase(
                                                                        java.util.Locale.ROOT)))
                        .map(Map.Entry::getKey)
                        .sorted()
                        .collect(Collectors.joining(" "));
        byte[] digest = digest(read, memberOf);
        if (known != null && known.goneAt == null && Arrays.equals(known.digest, digest)) {
            return false;
        }
        PeopleRow row = known == null ? fresh(read) : known;
        row.goneAt = null;
        row.digest = digest;
        row.memberOf = memberOf;
        fill(row, read);
        people.save(row);
        if (read.managerDn() != null) {
            managers.put(row.id, read.managerDn());
        }
        beside.add(() -> tokens(row, read));
        beside.add(() -> contacts(row, read, first || known == null));
        return true;
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
    }

    private void tokens(PeopleRow row, PeopleSource.Read read) {
        Set<String> tokens = new LinkedHashSet<>();
        tokens.add(Finding.token(read.account()));
        if (read.staffNumber() != null) {
            tokens.add(Finding.token(read.staffNumber()));
        }
        read.contacts()
                .forEach(
                        (kind, value) -> {
                            if (kind.telephone()) {
                                tokens.addAll(telephone.spellings(value));
                            } else {
                                tokens.add(Finding.token(value));
                            }
                        });
        List<String> words = Folding.all(row.foldedGiven, row.foldedFamily);
        tokens.addAll(words);
        Set<String> near = new TreeSet<>();
        words.forEach(word -> near.addAll(Folding.near(word)));
        replace("person_token", "token", row.id, tokens);
        replace("person_near", "near", row.id, near);
    }

    private void replace(String table, String column, UUID person, Set<String> values) {
        jdbc.update("delete from " + table + " where person_id = ?", person);
        jdbc.batchUpdate(
                "insert into " + table + " (" + column + ", person_id) values (?, ?)",
                values.stream()
                        .filter(value -> !value.isEmpty())
                        .map(value -> new Object[] {value, person})
                        .toList());
    }

    private void contacts(PeopleRow row, PeopleSource.Read read, boolean ageUnknown) {
        Map<String, String> now = new HashMap<>();
        jdbc.query(
                "select kind, value from contact where person_id = ? and removed_at is null",
                found -> {
                    now.put(found.getString(1), found.getString(2));
                },
                row.id);
        Instant at = clock.instant();
        for (ContactKind kind : ContactKind.values()) {
            String before = now.get(kind.id());
            String after = read.contacts().get(kind);
            if (Objects.equals(before, after)) {
                continue;
            }
            jdbc.update(
                    "update contact set removed_at = ? where person_id = ? and kind = ? and"
                            + " removed_at is null",
                    at,
                    row.id,
                    kind.id());
            if (after != null) {
                jdbc.update(
                        "insert into contact (id, person_id, kind, value, since, set_by) values (?,"
                                + " ?, ?, ?, ?, ?)",
                        ids.next(),
                        row.id,
                        kind.id(),
                        after,
                        ageUnknown ? null : at,
                        ageUnknown ? null : "the directory");
            }
            if (!ageUnknown) {
                record.append(
                        Entry.bySystem(EntryKind.PERSON_CHANGED, "directory-sync", "Directory sync")
                                .person(row.id, row.name)
                                .data("fields", kind.words()));
            }
        }
        facts(row, read);
    }

    private void facts(PeopleRow row, PeopleSource.Read read) {
        Map<FactKind, @Nullable String> facts = new LinkedHashMap<>();
        facts.put(FactKind.STAFF_NUMBER, read.staffNumber());
        facts.put(FactKind.JOINED, read.joined());
        facts.put(FactKind.LOCKER, read.locker());
        facts.forEach((kind, value) -> fact(row.id, kind, value));
    }

    private void fact(UUID person, FactKind kind, @Nullable String value) {
        if (value == null) {
            jdbc.update(
                    "delete from person_fact where person_id = ? and kind = ?", person, kind.id());
        } else {
            jdbc.update(
                    "insert into person_fact (person_id, kind, value) values (?, ?, ?) on duplicate"
                            + " key update value = values(value)",
                    person,
                    kind.id(),
                    value);
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
                            "update person p join person m on m.dn = ? set p.manager_id = m.id"
                                    + " where p.id = ?",
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

    /** Marks those who were not seen. */
    int gone(Set<String> seen) {
        return writes.get(
                () -> {
                    int gone = 0;
                    for (PeopleRow row : people.findAll()) {
                        if (row.goneAt == null && !seen.contains(row.entryUuid)) {
                            row.goneAt = clock.instant();
                            record.append(
                                    Entry.bySystem(
                                                    EntryKind.PERSON_GONE,
                                                    "directory-sync",
                                                    "Directory sync")
                                            .person(row.id, row.name));
                            gone++;
                        }
                    }
                    return gone;
                });
    }

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
