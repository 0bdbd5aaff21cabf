package earnest.people;

import earnest.connectors.PeopleSource;
import earnest.ground.Epoch;
import earnest.ground.Remembered;
import earnest.systems.Accounts;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;

/** Which entry of which source is whom, with the accounts and groups that come from it. */
@Component
class PersonEntries {
    private static final int REMEMBERED = 5_000;

    private final JdbcClient database;
    private final JdbcTemplate jdbc;
    private final Accounts accounts;
    private final Remembered<UUID, List<Of>> entries;
    private final Remembered<UUID, List<InGroup>> groups;

    PersonEntries(JdbcClient database, JdbcTemplate jdbc, Accounts accounts, Epoch epoch) {
        this.database = database;
        this.jdbc = jdbc;
        this.accounts = accounts;
        this.entries = new Remembered<>(epoch, REMEMBERED, this::read);
        this.groups = new Remembered<>(epoch, REMEMBERED, this::readGroups);
    }

    /**
     * An entry that is known.
     *
     * @param digest of what was read last, to tell whether anything differs
     */
    record Known(UUID person, byte[] digest, boolean gone) {}

    /** Those of a source that are known, by their native ids. */
    Map<String, Known> known(String source, Collection<String> nativeIds) {
        Map<String, Known> known = new HashMap<>();
        database.sql(
                        "select native_id, person_id, digest, gone_at from person_entry where"
                                + " source = :s and native_id in (:ids)")
                .param("s", source)
                .param("ids", nativeIds)
                .query(
                        row -> {
                            known.put(
                                    row.getString(1),
                                    new Known(
                                            row.getObject(2, UUID.class),
                                            row.getBytes(3),
                                            row.getTimestamp(4) != null));
                        });
        return known;
    }

    /** Living people of other sources whom an entry could be. */
    List<UUID> same(SourceRow source, PeopleSource.Read read, @Nullable String mail) {
        String staffNumber = read.staffNumber();
        return switch (source.sameBy()) {
            case NOTHING -> List.of();
            case STAFF_NUMBER ->
                    staffNumber == null
                            ? List.of()
                            : database.sql(
                                            "select id from person where staff_number = :n and"
                                                    + " gone_at is null and source <> :s")
                                    .param("n", staffNumber)
                                    .param("s", source.id())
                                    .query(UUID.class)
                                    .list();
            case MAIL ->
                    mail == null
                            ? List.of()
                            : database.sql(
                                            "select distinct p.id from contact c join person p on"
                                                    + " p.id = c.person_id where c.value = :m and"
                                                    + " c.kind = 'work-mail' and c.removed_at is"
                                                    + " null and p.gone_at is null and p.source <>"
                                                    + " :s")
                                    .param("m", mail)
                                    .param("s", source.id())
                                    .query(UUID.class)
                                    .list();
        };
    }

    /**
     * An entry as it was read.
     *
     * @param groups that the source names the person in
     */
    record Written(UUID person, PeopleSource.Read read, byte[] digest, Set<String> groups) {}

    /** Writes entries with their accounts and groups, in the present transaction. */
    void write(SourceRow source, List<Written> page) {
        jdbc.batchUpdate(
                "insert into person_entry (source, native_id, person_id, place, digest) values (?,"
                        + " ?, ?, ?, ?) on duplicate key update person_id = values(person_id),"
                        + " place = values(place), digest = values(digest), gone_at = null",
                page.stream()
                        .map(
                                w ->
                                        new Object[] {
                                            source.id(),
                                            w.read.nativeId(),
                                            w.person,
                                            w.read.place(),
                                            w.digest
                                        })
                        .toList());
        accounts.seen(
                page.stream()
                        .map(
                                w ->
                                        new Accounts.Seen(
                                                w.person,
                                                source.system(),
                                                w.read.nativeId(),
                                                w.read.account(),
                                                w.read.place()))
                        .toList());
        Map<UUID, Set<String>> groups = new HashMap<>();
        page.forEach(w -> groups.put(w.person, w.groups));
        writeGroups(source.id(), groups);
    }

    private void writeGroups(String source, Map<UUID, Set<String>> groups) {
        List<Object[]> before = new ArrayList<>();
        List<Object[]> now = new ArrayList<>();
        groups.forEach(
                (person, names) -> {
                    before.add(new Object[] {person, source});
                    names.forEach(name -> now.add(new Object[] {person, source, name}));
                });
        jdbc.batchUpdate("delete from person_group where person_id = ? and source = ?", before);
        jdbc.batchUpdate(
                "insert into person_group (person_id, source, name) values (?, ?, ?)", now);
    }

    /** Writes who is in which group, for those for whom it differs, in the present transaction. */
    void groups(String source, Map<String, Set<String>> groups) {
        Map<UUID, Set<String>> before = new HashMap<>();
        jdbc.query(
                "select person_id, name from person_group where source = ?",
                found -> {
                    before.computeIfAbsent(
                                    found.getObject(1, UUID.class), person -> new TreeSet<>())
                            .add(found.getString(2));
                },
                source);
        Map<UUID, Set<String>> differing = new HashMap<>();
        jdbc.query(
                "select person_id, place from person_entry where source = ? and gone_at is null",
                found -> {
                    UUID person = found.getObject(1, UUID.class);
                    Set<String> is = Directory.groupsAt(found.getString(2), groups);
                    if (!is.equals(before.getOrDefault(person, Set.of()))) {
                        differing.put(person, is);
                    }
                },
                source);
        writeGroups(source, differing);
        // The next whole copy finds that the rest is as it was.
        jdbc.batchUpdate(
                "update person_entry set digest = '' where source = ? and person_id = ?",
                differing.keySet().stream().map(person -> new Object[] {source, person}).toList());
    }

    /**
     * Somebody whom a source does not name any more.
     *
     * @param theirs whether it is the source from which their name and contacts come
     */
    record Gone(UUID person, String name, String nativeId, boolean theirs) {}

    /** How many a source names, and who of them was not seen. */
    record Missing(long people, List<Gone> gone) {}

    Missing missing(String source, Set<String> seen) {
        List<Gone> all =
                jdbc.query(
                        "select p.id, p.name, e.native_id, p.source = e.source from person_entry e"
                                + " join person p on p.id = e.person_id where e.source = ? and"
                                + " e.gone_at is null",
                        PersonEntries::gone,
                        source);
        List<Gone> gone = new ArrayList<>(all);
        gone.removeIf(person -> seen.contains(person.nativeId()));
        return new Missing(all.size(), gone);
    }

    private static Gone gone(ResultSet row, int i) throws SQLException {
        return new Gone(
                row.getObject(1, UUID.class),
                row.getString(2),
                row.getString(3),
                row.getBoolean(4));
    }

    /** Marks entries gone with their accounts, in the present transaction. */
    void gone(SourceRow source, List<Gone> gone, Instant at) {
        jdbc.batchUpdate(
                "update person_entry set gone_at = ? where source = ? and native_id = ?",
                gone.stream().map(g -> new Object[] {at, source.id(), g.nativeId()}).toList());
        jdbc.batchUpdate(
                "delete from person_group where person_id = ? and source = ?",
                gone.stream().map(g -> new Object[] {g.person(), source.id()}).toList());
        accounts.gone(source.system(), gone.stream().map(Gone::nativeId).toList(), at);
    }

    /**
     * An entry that a person has in a source.
     *
     * @param theirs whether it is the source from which their name and contacts come
     */
    record Of(String source, String place, boolean theirs) {}

    /** The living entries of a person. */
    List<Of> of(UUID person) {
        return entries.get(person);
    }

    private List<Of> read(UUID person) {
        return database.sql(
                        "select e.source, e.place, p.source = e.source from person_entry e join"
                                + " person p on p.id = e.person_id where e.person_id = :p and"
                                + " e.gone_at is null")
                .param("p", person)
                .query((row, i) -> new Of(row.getString(1), row.getString(2), row.getBoolean(3)))
                .list();
    }

    /** The groups of a person as they were copied; of one source, or of all where it is null. */
    Set<String> groupsOf(UUID person, @Nullable String source) {
        return groups.get(person).stream()
                .filter(group -> source == null || source.equals(group.source))
                .map(InGroup::name)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private record InGroup(String source, String name) {}

    private List<InGroup> readGroups(UUID person) {
        return database.sql("select source, name from person_group where person_id = :p")
                .param("p", person)
                .query((row, i) -> new InGroup(row.getString(1), row.getString(2)))
                .list();
    }
}
