package earnest.people;

import earnest.access.Analysts;
import earnest.connectors.PeopleSource;
import earnest.core.json.Json;
import earnest.ground.Epoch;
import earnest.ground.Remembered;
import earnest.ground.Writes;
import earnest.systems.Systems;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;

@Service
class Directory implements People {
    /** So many of those whom calls are about, and those whom they name. */
    private static final int REMEMBERED = 5_000;

    /** As rulebooks name it. */
    private static final String PRIVILEGED = "privileged";

    private final PeopleRepository people;
    private final Analysts analysts;
    private final PersonEntries entries;
    private final SourceRows sources;
    private final Systems systems;
    private final JdbcClient database;
    private final Finding finding;
    private final WhoIs whoIs;
    private final Remembered<UUID, Optional<Person>> persons;
    private final Remembered<UUID, List<Contact>> contacts;
    private final Remembered<UUID, List<Fact>> facts;
    private final Remembered<String, List<Person>> withContacts;
    private final Remembered<UUID, List<NamedPath>> paths;

    Directory(
            PeopleRepository people,
            Analysts analysts,
            PersonEntries entries,
            SourceRows sources,
            Systems systems,
            JdbcClient database,
            Finding finding,
            WhoIs whoIs,
            Epoch epoch) {
        this.people = people;
        this.analysts = analysts;
        this.entries = entries;
        this.sources = sources;
        this.systems = systems;
        this.database = database;
        this.finding = finding;
        this.whoIs = whoIs;
        this.persons = new Remembered<>(epoch, REMEMBERED, this::readPerson);
        this.contacts = new Remembered<>(epoch, REMEMBERED, this::readContacts);
        this.facts = new Remembered<>(epoch, REMEMBERED, this::readFacts);
        this.withContacts = new Remembered<>(epoch, REMEMBERED, this::readWithContact);
        this.paths = new Remembered<>(epoch, REMEMBERED, this::readPaths);
    }

    @Override
    public void lock(UUID person) {
        if (!Writes.isFirst("person " + person)) {
            return;
        }
        database.sql("select id from person where id = :p for update")
                .param("p", person)
                .query(UUID.class)
                .optional();
    }

    @Override
    public void wish(UUID person, Wishes wishes) {
        database.sql(
                        "update person set spoken_with = :how, wished_language = :language where id"
                                + " = :p")
                .param("how", wishes.how() == null ? null : wishes.how().id())
                .param("language", wishes.language())
                .param("p", person)
                .update();
    }

    @Override
    public Set<String> groups(UUID person) {
        return withStaff(person, entries.groupsOf(person, null));
    }

    /**
     * Whoever has a role in Earnest could be made to lower the rules of everybody: for their own
     * accounts they are asked for as much as whoever looks after the servers.
     */
    private Set<String> withStaff(UUID person, Set<String> groups) {
        boolean staff = person(person).map(Person::account).filter(analysts::isOfStaff).isPresent();
        if (!staff || groups.contains(PRIVILEGED)) {
            return groups;
        }
        Set<String> with = new TreeSet<>(groups);
        with.add(PRIVILEGED);
        return with;
    }

    @Override
    public Set<String> groupsNow(UUID person, String system) throws PeopleSource.Away {
        Set<String> groups = new TreeSet<>();
        for (PersonEntries.Of entry : entries.of(person)) {
            Optional<SourceRow> source =
                    sources.all().stream().filter(s -> s.id().equals(entry.source())).findFirst();
            if (source.isPresent() && (entry.theirs() || source.get().system().equals(system))) {
                groups.addAll(source(source.get()).groupsOf(entry.place()));
            } else {
                groups.addAll(entries.groupsOf(person, entry.source()));
            }
        }
        return withStaff(person, groups);
    }

    private PeopleSource source(SourceRow row) {
        return systems.people(
                row.system(), Objects.requireNonNull(Json.object(Json.read(row.mapping()))));
    }

    /** The groups among whose members somebody at a place is. */
    static Set<String> groupsAt(String place, Map<String, Set<String>> groups) {
        String at = lower(place);
        Set<String> names = new TreeSet<>();
        groups.forEach(
                (name, members) -> {
                    if (members.contains(at)) {
                        names.add(name);
                    }
                });
        return names;
    }

    @Override
    public List<Found> find(String typed, int most) {
        return finding.find(typed, most);
    }

    @Override
    public Optional<Person> whoIs(String typed) {
        return whoIs.find(typed).flatMap(this::person);
    }

    @Override
    public Optional<Person> person(UUID id) {
        return persons.get(id);
    }

    private Optional<Person> readPerson(UUID id) {
        return people.findById(id).map(PeopleRow::person);
    }

    @Override
    public Optional<Person> byAccount(String account) {
        return people.findFirstByAccountOrderByGoneAt(account).map(PeopleRow::person);
    }

    @Override
    public List<Person> withContact(String value) {
        return withContacts.get(value);
    }

    private List<Person> readWithContact(String value) {
        List<UUID> ids =
                database.sql(
                                "select person_id from contact where value = :value and removed_at"
                                        + " is null")
                        .param("value", value)
                        .query(UUID.class)
                        .list();
        return people.findAllById(ids).stream()
                .filter(row -> row.goneAt == null)
                .map(PeopleRow::person)
                .toList();
    }

    @Override
    public List<Contact> contacts(UUID person) {
        return contacts.get(person);
    }

    private List<Contact> readContacts(UUID person) {
        return List.copyOf(
                database.sql(
                                "select id, kind, value, since, set_by, own, verified_at from"
                                        + " contact where person_id"
                                        + " = :p and removed_at is null order by field(kind,"
                                        + " 'work-mobile', 'desk-phone', 'own-mobile', 'work-mail',"
                                        + " 'own-mail'), id")
                        .param("p", person)
                        .query(Directory::contactRow)
                        .list());
    }

    @Override
    public Optional<Contact> contact(UUID person, UUID contact) {
        return contacts(person).stream().filter(c -> c.id().equals(contact)).findFirst();
    }

    @Override
    public Optional<Contact> contactEver(UUID person, UUID contact) {
        return database.sql(
                        "select id, kind, value, since, set_by, own, verified_at from contact"
                                + " where person_id = :p"
                                + " and id = :c")
                .param("p", person)
                .param("c", contact)
                .query(Directory::contactRow)
                .optional();
    }

    @Override
    public List<Contact> replacedSince(UUID person, Instant since) {
        return database.sql(
                        "select id, kind, value, since, set_by, own, verified_at from contact where"
                                + " person_id = :p and waits_until is null and removed_at >= :since"
                                + " order by removed_at desc")
                .param("p", person)
                .param("since", since)
                .query(Directory::contactRow)
                .list();
    }

    @Override
    public Map<String, String> pathNames(Set<UUID> people) {
        Map<String, String> names = new HashMap<>();
        people.stream()
                .flatMap(person -> paths.get(person).stream())
                .sorted(Comparator.comparing(NamedPath::contact))
                .forEach(path -> names.putIfAbsent(path.path, path.name));
        return names;
    }

    private record NamedPath(UUID contact, String path, String name) {}

    private List<NamedPath> readPaths(UUID person) {
        return database.sql(
                        "select id, kind, value, since, set_by, own, verified_at, path_name"
                                + " from contact where person_id = :p")
                .param("p", person)
                .query(
                        (row, i) -> {
                            Contact contact = contactRow(row, i);
                            return new NamedPath(
                                    contact.id(), contact.path(), row.getString("path_name"));
                        })
                .list();
    }

    private static Contact contactRow(ResultSet row, int i) throws SQLException {
        Timestamp since = row.getTimestamp("since");
        Timestamp verified = row.getTimestamp("verified_at");
        return new Contact(
                row.getObject("id", UUID.class),
                ContactKind.of(row.getString("kind")),
                row.getString("value"),
                since == null ? null : since.toInstant(),
                row.getString("set_by"),
                row.getBoolean("own"),
                verified == null ? null : verified.toInstant());
    }

    @Override
    public List<Fact> facts(UUID person) {
        return facts.get(person);
    }

    private List<Fact> readFacts(UUID person) {
        return database
                .sql("select kind from person_fact where person_id = :p order by kind")
                .param("p", person)
                .query(String.class)
                .list()
                .stream()
                .map(kind -> new Fact(FactKind.of(kind)))
                .toList();
    }

    @Override
    public boolean compareFact(UUID person, FactKind kind, String heard) {
        return database.sql("select value from person_fact where person_id = :p and kind = :k")
                .param("p", person)
                .param("k", kind.id())
                .query(String.class)
                .optional()
                .map(value -> FactComparison.same(kind, value, heard))
                .orElse(false);
    }

    @Override
    public Freshness freshness() {
        return database.sql(
                        "select min(greatest(coalesce(c.whole_at, '1970-01-01'),"
                            + " coalesce(c.changes_at, '1970-01-01'))) as at, min(c.whole_at) as"
                            + " whole_at, sum(c.whole_at is null) as never,"
                            + " group_concat(coalesce(c.trouble, c.odd) separator '; ') as trouble"
                            + " from people_copy c join people_source s on s.id = c.source")
                .query(
                        (row, i) ->
                                new Freshness(
                                        row.getTimestamp("whole_at") == null
                                                        || row.getInt("never") > 0
                                                ? null
                                                : row.getTimestamp("at").toInstant(),
                                        row.getString("trouble")))
                .single();
    }

    static String lower(String text) {
        return text.toLowerCase(Locale.ROOT);
    }
}
