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
    private final ContactRows rows;
    private final JdbcClient database;
    private final Finding finding;
    private final WhoIs whoIs;
    private final Remembered<UUID, Optional<Person>> persons;
    private final Remembered<UUID, List<Contact>> contacts;
    private final Remembered<UUID, List<Fact>> facts;
    private final Remembered<String, List<Person>> withContacts;
    private final Remembered<UUID, List<ContactRows.NamedPath>> paths;

    Directory(
            PeopleRepository people,
            Analysts analysts,
            PersonEntries entries,
            SourceRows sources,
            Systems systems,
            ContactRows rows,
            JdbcClient database,
            Finding finding,
            WhoIs whoIs,
            Epoch epoch) {
        this.people = people;
        this.analysts = analysts;
        this.entries = entries;
        this.sources = sources;
        this.systems = systems;
        this.rows = rows;
        this.database = database;
        this.finding = finding;
        this.whoIs = whoIs;
        this.persons = new Remembered<>(epoch, REMEMBERED, this::readPerson);
        this.contacts = new Remembered<>(epoch, REMEMBERED, rows::inForce);
        this.facts = new Remembered<>(epoch, REMEMBERED, this::readFacts);
        this.withContacts = new Remembered<>(epoch, REMEMBERED, this::readWithContact);
        this.paths = new Remembered<>(epoch, REMEMBERED, rows::paths);
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
    public void tell(UUID person, News news) {
        database.sql(
                        "update person set told_of_proofs = :proofs, not_invited = :not where id ="
                                + " :p")
                .param("proofs", news.proofs())
                .param("not", !news.invitations())
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
        return people.findAllById(rows.having(value)).stream()
                .filter(row -> row.goneAt == null)
                .map(PeopleRow::person)
                .toList();
    }

    @Override
    public List<Contact> contacts(UUID person) {
        return contacts.get(person);
    }

    @Override
    public Optional<Contact> contact(UUID person, UUID contact) {
        return contacts(person).stream().filter(c -> c.id().equals(contact)).findFirst();
    }

    @Override
    public Optional<Contact> contactEver(UUID person, UUID contact) {
        return rows.ever(person, contact);
    }

    @Override
    public List<Contact> replacedSince(UUID person, Instant since) {
        return rows.replacedSince(person, since);
    }

    @Override
    public Optional<UUID> whose(UUID contact) {
        return rows.whose(contact);
    }

    @Override
    public void dispute(UUID person, UUID contact, UUID ticket) {
        rows.dispute(person, contact, ticket);
    }

    @Override
    public Map<String, String> pathNames(Set<UUID> people) {
        Map<String, String> names = new HashMap<>();
        people.stream()
                .flatMap(person -> paths.get(person).stream())
                .sorted(Comparator.comparing(ContactRows.NamedPath::contact))
                .forEach(path -> names.putIfAbsent(path.path(), path.name()));
        return names;
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
