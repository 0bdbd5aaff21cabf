package earnest.systems;

import earnest.ground.Epoch;
import earnest.ground.Ids;
import earnest.ground.Remembered;

import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Which accounts people have. Who has which is known by the systems' own ids, whatever is renamed.
 */
@Component
public class Accounts {
    private static final int REMEMBERED = 5_000;

    private final JdbcClient database;
    private final Remembered<UUID, List<Account>> people;
    private final JdbcTemplate jdbc;
    private final Ids ids;

    Accounts(JdbcClient database, JdbcTemplate jdbc, Ids ids, Epoch epoch) {
        this.people = new Remembered<>(epoch, REMEMBERED, this::read);
        this.database = database;
        this.jdbc = jdbc;
        this.ids = ids;
    }

    /**
     * An account that was seen in a system.
     *
     * @param nativeId by which the system knows it for ever
     */
    public record Seen(UUID person, String system, String nativeId, String name, String place) {}

    /** The accounts of a person that are there, in the order of the systems. */
    public List<Account> of(UUID person) {
        return people.get(person);
    }

    private List<Account> read(UUID person) {
        return database.sql(
                        "select a.* from account a join `system` s on s.id = a.`system` where"
                                + " a.person_id = :p and a.gone_at is null and s.kind is not null"
                                + " order by s.position, s.id, a.account_set, a.name")
                .param("p", person)
                .query(Accounts::row)
                .list();
    }

    /** The account of a person in a system; the first, where they have several. */
    public Optional<Account> of(UUID person, String system) {
        return of(person).stream().filter(a -> a.system().equals(system)).findFirst();
    }

    /** Whether a person has or had the account with this id of the system's. */
    boolean isSomebodys(String system, String nativeId) {
        return database.sql("select count(*) from account where `system` = :s and native_id = :n")
                        .param("s", system)
                        .param("n", nativeId)
                        .query(Long.class)
                        .single()
                > 0;
    }

    /** How many accounts people have, by system. */
    Map<String, Long> counts() {
        Map<String, Long> counts = new HashMap<>();
        database.sql(
                        "select `system`, count(*) from account where gone_at is null group by"
                                + " `system`")
                .query(
                        row -> {
                            counts.put(row.getString(1), row.getLong(2));
                        });
        return counts;
    }

    /** An account by its id, also one that is gone. */
    public Optional<Account> find(UUID id) {
        return database.sql("select * from account where id = :id")
                .param("id", id)
                .query(Accounts::row)
                .optional();
    }

    private static Account row(ResultSet row, int i) throws SQLException {
        return new Account(
                row.getObject("id", UUID.class),
                row.getObject("person_id", UUID.class),
                row.getString("system"),
                row.getString("account_set"),
                row.getString("name"),
                row.getString("place"));
    }

    /** Writes down what was seen, in the present transaction. */
    public void seen(Collection<Seen> accounts) {
        jdbc.batchUpdate(
                "insert into account (id, person_id, `system`, native_id, name, place) values (?,"
                        + " ?, ?, ?, ?, ?) on duplicate key update person_id = values(person_id),"
                        + " name = values(name), place = values(place), gone_at = null",
                accounts.stream()
                        .map(
                                a ->
                                        new Object[] {
                                            ids.next(),
                                            a.person,
                                            a.system,
                                            a.nativeId,
                                            a.name,
                                            a.place
                                        })
                        .toList());
    }

    /** Writes down that a system has them no more, in the present transaction. */
    public void gone(String system, Collection<String> nativeIds, Instant at) {
        jdbc.batchUpdate(
                "update account set gone_at = ? where `system` = ? and native_id = ? and gone_at"
                        + " is null",
                nativeIds.stream().map(id -> new Object[] {at, system, id}).toList());
    }
}
