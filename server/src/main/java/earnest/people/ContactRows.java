package earnest.people;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Contacts as they stand, and those that were replaced. Thread-safe. */
@Component
class ContactRows {
    private static final String CONTACT =
            "select id, kind, value, since, set_by, own, verified_at, disputed_at, disputed_on,"
                    + " path_name from contact where ";

    private final JdbcClient database;
    private final Clock clock;

    ContactRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** In force, telephones first. */
    List<People.Contact> inForce(UUID person) {
        return List.copyOf(
                database.sql(
                                CONTACT
                                        + "person_id = :p and removed_at is null order by"
                                        + " field(kind, 'work-mobile', 'desk-phone', 'own-mobile',"
                                        + " 'work-mail', 'own-mail'), id")
                        .param("p", person)
                        .query(ContactRows::contact)
                        .list());
    }

    Optional<People.Contact> ever(UUID person, UUID contact) {
        return database.sql(CONTACT + "person_id = :p and id = :c")
                .param("p", person)
                .param("c", contact)
                .query(ContactRows::contact)
                .optional();
    }

    /** Replaced or taken away since then; none that only waited for its code. */
    List<People.Contact> replacedSince(UUID person, Instant since) {
        return database.sql(
                        CONTACT
                                + "person_id = :p and waits_until is null and removed_at >= :since"
                                + " order by removed_at desc")
                .param("p", person)
                .param("since", since)
                .query(ContactRows::contact)
                .list();
    }

    Optional<UUID> whose(UUID contact) {
        return database.sql("select person_id from contact where id = :c")
                .param("c", contact)
                .query(UUID.class)
                .optional();
    }

    /** Those on whose record it stands now. */
    List<UUID> having(String value) {
        return database.sql(
                        "select person_id from contact where value = :value and removed_at is null")
                .param("value", value)
                .query(UUID.class)
                .list();
    }

    /**
     * Writes that whoever has a former contact knows nothing of the change: on what took its place,
     * or on the one itself where it is in force.
     */
    void dispute(UUID person, UUID contact, UUID ticket) {
        database.sql(
                        """
                        update contact c join contact told on told.id = :c and told.person_id = :p
                        set c.disputed_at = :now, c.disputed_on = :ticket
                        where c.person_id = :p and c.kind = told.kind and c.own = told.own
                          and c.removed_at is null
                        """)
                .param("now", clock.instant())
                .param("ticket", ticket)
                .param("p", person)
                .param("c", contact)
                .update();
    }

    /**
     * What is doubted stays so when a directory changes it once more, and when it comes back; only
     * what was there before the doubt is as good as it was.
     */
    void inheritDoubt(UUID fresh) {
        database.sql(
                        """
                        update contact c
                        left join contact same on same.person_id = c.person_id and same.kind = c.kind
                          and same.value = c.value and same.id <> c.id and not same.own
                        left join (
                          select o.disputed_at, o.disputed_on from contact o
                          join contact n on n.person_id = o.person_id and n.kind = o.kind
                          where n.id = :c and o.removed_at is not null and not o.own
                          order by o.removed_at desc, o.id desc limit 1
                        ) former on true
                        set c.disputed_at = if(same.id is null, former.disputed_at, same.disputed_at),
                          c.disputed_on = if(same.id is null, former.disputed_on, same.disputed_on)
                        where c.id = :c
                        """)
                .param("c", fresh)
                .update();
    }

    /** A path with what stands on the record for it. */
    record NamedPath(UUID contact, String path, String name) {}

    List<NamedPath> paths(UUID person) {
        return database.sql(CONTACT + "person_id = :p")
                .param("p", person)
                .query(
                        (row, i) -> {
                            People.Contact contact = contact(row, i);
                            return new NamedPath(
                                    contact.id(), contact.path(), row.getString("path_name"));
                        })
                .list();
    }

    private static People.Contact contact(ResultSet row, int i) throws SQLException {
        Instant disputedAt = instant(row.getTimestamp("disputed_at"));
        return new People.Contact(
                row.getObject("id", UUID.class),
                ContactKind.of(row.getString("kind")),
                row.getString("value"),
                instant(row.getTimestamp("since")),
                row.getString("set_by"),
                row.getBoolean("own"),
                instant(row.getTimestamp("verified_at")),
                disputedAt == null
                        ? null
                        : new People.Dispute(disputedAt, row.getObject("disputed_on", UUID.class)));
    }

    private static @Nullable Instant instant(@Nullable Timestamp at) {
        return at == null ? null : at.toInstant();
    }
}
