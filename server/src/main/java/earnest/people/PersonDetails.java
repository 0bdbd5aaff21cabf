package earnest.people;

import earnest.connectors.PeopleSource;
import earnest.ground.Ids;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;

/**
 * Writes what stands beside people: their contacts and facts. A page of them at a time, since for
 * one by one a large house would wait for a dozen round trips each.
 */
@Component
class PersonDetails {
    /**
     * A person who is new or changed.
     *
     * @param contacts in E.164 and small letters
     * @param known whether there was a row before; else nothing can stand beside it yet
     * @param theirs whether their name, contacts and facts come from what was read; else only an
     *     account of theirs does
     */
    record Of(
            PeopleRow row,
            PeopleSource.Read read,
            Map<ContactKind, String> contacts,
            boolean known,
            boolean theirs) {
        UUID id() {
            return row.id;
        }
    }

    private static final int PATH_NAME_BYTES = 16;

    private final JdbcTemplate jdbc;
    private final ContactRows rows;
    private final Telephone telephone;
    private final TheRecord record;
    private final Clock clock;
    private final Ids ids;
    private final SecureRandom random;
    private final ApplicationEventPublisher events;

    PersonDetails(
            JdbcTemplate jdbc,
            ContactRows rows,
            Telephone telephone,
            TheRecord record,
            Clock clock,
            Ids ids,
            SecureRandom random,
            ApplicationEventPublisher events) {
        this.jdbc = jdbc;
        this.rows = rows;
        this.telephone = telephone;
        this.record = record;
        this.clock = clock;
        this.ids = ids;
        this.random = random;
        this.events = events;
    }

    /**
     * Must be called within a transaction, with the people's own rows written.
     *
     * @param first at the first copy of all, when the age of contacts is unknown
     */
    void write(List<Of> page, boolean first) {
        List<Of> theirs = page.stream().filter(Of::theirs).toList();
        contacts(theirs, first);
        facts(theirs);
    }

    private static Object[] row(@Nullable Object... values) {
        return values;
    }

    /** Contacts as they are compared and called: E.164, and mailboxes in small letters. */
    Map<ContactKind, String> contacts(PeopleSource.Read read) {
        Map<ContactKind, String> contacts = new EnumMap<>(ContactKind.class);
        for (ContactKind kind : ContactKind.values()) {
            String value = read.contacts().get(kind.id());
            if (value != null && kind.telephone()) {
                telephone.parse(value).ifPresent(number -> contacts.put(kind, number));
            } else if (value != null && value.contains("@")) {
                contacts.put(kind, Directory.lower(value));
            }
        }
        return contacts;
    }

    private void contacts(List<Of> page, boolean first) {
        Map<UUID, Map<String, Had>> before = contactsBefore(page);
        Instant at = clock.instant();
        List<Object[]> removed = new ArrayList<>();
        List<Object[]> added = new ArrayList<>();
        List<People.ContactChanged> changed = new ArrayList<>();
        List<UUID> doubtful = new ArrayList<>();
        for (Of of : page) {
            // After the first copy a number that was not there is new, whoever's it is.
            boolean ageUnknown = first;
            Map<String, Had> had = before.getOrDefault(of.id(), Map.of());
            for (ContactKind kind : ContactKind.values()) {
                Had was = had.get(kind.id());
                String is = of.contacts.get(kind);
                if (Objects.equals(was == null ? null : was.value, is)) {
                    continue;
                }
                if (was != null) {
                    removed.add(row(at, of.id(), kind.id()));
                }
                UUID fresh = ids.next();
                if (is != null) {
                    Instant since = ageUnknown ? null : at;
                    String by = ageUnknown ? null : "the directory";
                    added.add(row(fresh, of.id(), kind.id(), is, since, by, pathName()));
                }
                if (!ageUnknown && of.known) {
                    record.append(
                            Entry.bySystem(
                                            EntryKind.PERSON_CHANGED,
                                            "directory-sync",
                                            "Directory sync")
                                    .person(of.id(), of.row.name)
                                    .data("fields", kind.words()));
                    if (is != null) {
                        doubtful.add(fresh);
                    }
                    changed.add(new People.ContactChanged(of.id(), was == null ? fresh : was.id));
                }
            }
        }
        jdbc.batchUpdate(
                "update contact set removed_at = ? where person_id = ? and kind = ? and removed_at"
                        + " is null and not own",
                removed);
        jdbc.batchUpdate(
                "insert into contact (id, person_id, kind, value, since, set_by, path_name) values"
                        + " (?, ?, ?, ?, ?, ?, ?)",
                added);
        doubtful.forEach(rows::inheritDoubt);
        changed.forEach(events::publishEvent);
    }

    /** A contact that stood there before. */
    private record Had(UUID id, String value) {}

    /** Drawn, so that it can be told from nothing whose number or mailbox it stands for. */
    private String pathName() {
        byte[] drawn = new byte[PATH_NAME_BYTES];
        random.nextBytes(drawn);
        return HexFormat.of().formatHex(drawn);
    }

    private Map<UUID, Map<String, Had>> contactsBefore(List<Of> page) {
        List<UUID> known = page.stream().filter(Of::known).map(Of::id).toList();
        Map<UUID, Map<String, Had>> before = new HashMap<>();
        if (!known.isEmpty()) {
            jdbc.query(
                    "select person_id, kind, value, id from contact where removed_at is null and"
                            + " not own and person_id in ("
                            + "?, ".repeat(known.size() - 1)
                            + "?)",
                    found -> {
                        before.computeIfAbsent(
                                        found.getObject(1, UUID.class), id -> new HashMap<>())
                                .put(
                                        found.getString(2),
                                        new Had(
                                                found.getObject(4, UUID.class),
                                                found.getString(3)));
                    },
                    known.toArray());
        }
        return before;
    }

    /** Who a new manager is comes later, when everybody is there. */
    private void facts(List<Of> page) {
        List<Object[]> before = new ArrayList<>();
        List<Object[]> now = new ArrayList<>();
        List<Object[]> ofTheirPeople = new ArrayList<>();
        for (Of of : page) {
            if (of.known) {
                boolean noManager = of.read.managerPlace() == null;
                before.add(row(of.id(), FactKind.MANAGER.id(), noManager));
                ofTheirPeople.add(row(of.row.name, of.id(), FactKind.MANAGER.id()));
            }
            Map<FactKind, @Nullable String> facts = new EnumMap<>(FactKind.class);
            for (FactKind kind : FactKind.values()) {
                if (kind != FactKind.MANAGER) {
                    facts.put(kind, of.read.facts().get(kind.id()));
                }
            }
            facts.forEach(
                    (kind, value) -> {
                        if (value != null) {
                            now.add(row(of.id(), kind.id(), value));
                        }
                    });
        }
        jdbc.batchUpdate(
                "delete from person_fact where person_id = ? and (kind <> ? or ?)", before);
        jdbc.batchUpdate("insert into person_fact (person_id, kind, value) values (?, ?, ?)", now);
        jdbc.batchUpdate(
                "update person_fact f join person p on p.id = f.person_id set f.value = ? where"
                        + " p.manager_id = ? and f.kind = ?",
                ofTheirPeople);
    }
}
