package earnest.people;

import earnest.ground.Ids;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;

/**
 * Contacts that people add themselves: one counts once its code came back. Whoever calls has made
 * sure that they may; all of it is done in the present transaction. What a directory says of a
 * person leaves them alone.
 */
@Service
public class OwnContactRows {
    private static final Duration WAITS = Duration.ofMinutes(10);
    private static final int TRIES = 3;
    private static final int PATH_NAME_BYTES = 16;

    private final JdbcClient database;
    private final Telephone telephone;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    OwnContactRows(
            JdbcClient database, Telephone telephone, SecureRandom random, Clock clock, Ids ids) {
        this.database = database;
        this.telephone = telephone;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /** As it is called and compared; empty if it is none. */
    public Optional<String> value(ContactKind kind, String typed) {
        String one = typed.strip();
        if (kind.telephone()) {
            return telephone.parse(one);
        }
        int at = one.indexOf('@');
        boolean mailbox =
                at > 0
                        && at == one.lastIndexOf('@')
                        && one.indexOf('.', at) > at + 1
                        && !one.endsWith(".")
                        && one.chars().allMatch(c -> c > ' ' && c < 127);
        return mailbox ? Optional.of(one.toLowerCase(Locale.ROOT)) : Optional.empty();
    }

    /** Writes one that waits for its code. */
    public UUID propose(UUID person, UUID ticket, ContactKind kind, String value) {
        UUID id = ids.next();
        Instant now = clock.instant();
        byte[] pathName = new byte[PATH_NAME_BYTES];
        random.nextBytes(pathName);
        database.sql(
                        """
                        insert into contact (id, person_id, kind, value, since, set_by, path_name, own,
                          removed_at, waits_until, ticket_id)
                        values (:id, :person, :kind, :value, :now, 'themselves', :path, true, :now,
                          :until, :ticket)
                        """)
                .param("id", id)
                .param("person", person)
                .param("kind", kind.id())
                .param("value", value)
                .param("now", now)
                .param("path", HexFormat.of().formatHex(pathName))
                .param("until", now.plus(WAITS))
                .param("ticket", ticket)
                .update();
        return id;
    }

    /** Whether it is one of theirs that waits, and tries are left; it is locked. */
    public boolean waits(UUID person, UUID contact) {
        return database.sql(
                                "select id from contact where id = :id and person_id = :p and own"
                                        + " and waits_until > :now and wrong_tries < :most for"
                                        + " update")
                        .param("id", contact)
                        .param("p", person)
                        .param("now", clock.instant())
                        .param("most", TRIES)
                        .query(UUID.class)
                        .list()
                        .size()
                == 1;
    }

    public void wrong(UUID contact) {
        database.sql("update contact set wrong_tries = wrong_tries + 1 where id = :id")
                .param("id", contact)
                .update();
    }

    /** It is in force from now on, and new. */
    public void confirm(UUID contact) {
        database.sql(
                        "update contact set removed_at = null, waits_until = null, since = :now,"
                                + " verified_at = :now where id = :id and own")
                .param("now", clock.instant())
                .param("id", contact)
                .update();
    }

    /** 0 if it is none that they added and that is in force. */
    public int remove(UUID person, UUID ticket, UUID contact) {
        return database.sql(
                        "update contact set removed_at = :now, ticket_id = :ticket where id = :id"
                                + " and person_id = :p and own and removed_at is null")
                .param("now", clock.instant())
                .param("ticket", ticket)
                .param("id", contact)
                .param("p", person)
                .update();
    }

    /** How many of theirs are in force. */
    public int inForce(UUID person) {
        return database.sql(
                        "select count(*) from contact where person_id = :p and own and removed_at"
                                + " is null")
                .param("p", person)
                .query(Integer.class)
                .single();
    }

    /**
     * What was done last to one that a person added.
     *
     * @param removed whether it is in force no more
     */
    public record Deed(UUID person, UUID ticket, ContactKind kind, boolean removed) {}

    /** Empty if it is none that a person added, or it never was in force. */
    public Optional<Deed> lastDeed(UUID contact) {
        return database.sql(
                        "select person_id, ticket_id, kind, removed_at from contact where id = :id"
                                + " and own and verified_at is not null and ticket_id is not null")
                .param("id", contact)
                .query(
                        (row, i) -> {
                            @Nullable Timestamp removed = row.getTimestamp("removed_at");
                            return new Deed(
                                    row.getObject("person_id", UUID.class),
                                    row.getObject("ticket_id", UUID.class),
                                    ContactKind.of(row.getString("kind")),
                                    removed != null);
                        })
                .optional();
    }

    /** The kinds that people add. */
    public static List<ContactKind> kinds() {
        return List.of(ContactKind.OWN_MOBILE, ContactKind.OWN_MAIL);
    }
}
