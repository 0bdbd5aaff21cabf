package earnest.links;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;

/** The rows of links; the row decides who was first. */
@Component
class LinkRows {
    /** A link that may be answered. */
    record Open(UUID id, String purpose, UUID about, boolean pressed) {}

    private final JdbcClient database;
    private final Clock clock;

    LinkRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    void add(UUID id, String purpose, UUID about, Duration lasts) {
        database.sql(
                        "insert into one_time_link (id, purpose, about_id, state, made_at,"
                                + " expires_at) values (:id, :purpose, :about, 'OPEN', :now,"
                                + " :until)")
                .param("id", id)
                .param("purpose", purpose)
                .param("about", about)
                .param("now", clock.instant())
                .param("until", clock.instant().plus(lasts))
                .update();
    }

    /** One that was made. */
    record Made(UUID id, String purpose) {}

    Optional<Made> latest(UUID about) {
        return database.sql(
                        "select id, purpose from one_time_link where about_id = :about order by"
                                + " made_at desc, id desc limit 1")
                .param("about", about)
                .query((row, i) -> new Made(row.getObject(1, UUID.class), row.getString(2)))
                .optional();
    }

    /** Without a lock: who answers finds out by {@link #use}. */
    Optional<Open> open(UUID id) {
        return database.sql(
                        "select id, purpose, about_id, opened_at is not null from one_time_link"
                                + " where id = :id and state = 'OPEN' and expires_at > :now")
                .param("id", id)
                .param("now", clock.instant())
                .query(
                        (row, i) ->
                                new Open(
                                        row.getObject(1, UUID.class),
                                        row.getString(2),
                                        row.getObject(3, UUID.class),
                                        row.getBoolean(4)))
                .optional();
    }

    /** Whether nobody pressed before. */
    boolean press(UUID id) {
        return database.sql(
                                "update one_time_link set opened_at = :now where id = :id and"
                                        + " opened_at is null")
                        .param("id", id)
                        .param("now", clock.instant())
                        .update()
                == 1;
    }

    /** Whether it was still to be answered. */
    boolean use(UUID id) {
        return database.sql(
                                "update one_time_link set state = 'USED', ended_at = :now where id"
                                        + " = :id and state = 'OPEN' and expires_at > :now")
                        .param("id", id)
                        .param("now", clock.instant())
                        .update()
                == 1;
    }

    void end(UUID about) {
        database.sql(
                        "update one_time_link set state = 'ENDED', ended_at = :now where about_id ="
                                + " :about and state = 'OPEN'")
                .param("about", about)
                .param("now", clock.instant())
                .update();
    }
}
