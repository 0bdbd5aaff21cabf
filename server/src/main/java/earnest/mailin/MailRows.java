package earnest.mailin;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** Mails as rows: each is taken once, whichever node reads it. */
@Component
class MailRows {
    private final JdbcClient database;
    private final Clock clock;

    MailRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /**
     * One that came in.
     *
     * @param ticket null: a robot's, which became none
     * @param first whether the ticket began with it
     * @param pageAsked whether the link in its answer was pressed to go on
     */
    record Row(UUID id, String sender, @Nullable UUID ticket, boolean first, boolean pageAsked) {}

    /** False if it was taken before. */
    boolean add(UUID id, String messageId, String sender) {
        return database.sql(
                                "insert ignore into mail_in (id, message_id, sender, first,"
                                        + " came_at) values (:id, :m, :s, false, :now)")
                        .param("id", id)
                        .param("m", messageId)
                        .param("s", sender)
                        .param("now", clock.instant())
                        .update()
                == 1;
    }

    void onTicket(UUID id, UUID ticket, boolean first) {
        database.sql("update mail_in set ticket_id = :t, first = :f where id = :id")
                .param("t", ticket)
                .param("f", first)
                .param("id", id)
                .update();
    }

    Optional<Row> find(UUID id) {
        return database.sql("select * from mail_in where id = :id")
                .param("id", id)
                .query(MailRows::row)
                .optional();
    }

    /** With which a ticket began. */
    Optional<Row> firstOf(UUID ticket) {
        return database.sql("select * from mail_in where ticket_id = :t and first limit 1")
                .param("t", ticket)
                .query(MailRows::row)
                .optional();
    }

    private static Row row(ResultSet row, int i) throws SQLException {
        return new Row(
                row.getObject("id", UUID.class),
                row.getString("sender"),
                row.getObject("ticket_id", UUID.class),
                row.getBoolean("first"),
                row.getBoolean("page_asked"));
    }

    /** How it was answered, such as {@code link}. */
    void answered(UUID id, String how) {
        database.sql("update mail_in set answered = :h where id = :id")
                .param("h", how)
                .param("id", id)
                .update();
    }

    void pageAsked(UUID id) {
        database.sql("update mail_in set page_asked = true where id = :id")
                .param("id", id)
                .update();
    }

    /** False if it was told before. */
    boolean doneTold(UUID id) {
        return database.sql(
                                "update mail_in set done_told = true where id = :id and done_told ="
                                        + " false")
                        .param("id", id)
                        .update()
                == 1;
    }

    /** How far a mailbox was read; empty if it never was, or is another by now. */
    Optional<Long> readUpTo(String mailbox, long validity) {
        return database.sql("select uid from mailbox_read where mailbox = :m and uid_validity = :v")
                .param("m", mailbox)
                .param("v", validity)
                .query(Long.class)
                .optional();
    }

    void read(String mailbox, long validity, long uid) {
        database.sql(
                        "insert into mailbox_read (mailbox, uid_validity, uid) values (:m, :v, :u)"
                                + " on duplicate key update uid = if(uid_validity = :v,"
                                + " greatest(uid, :u), :u), uid_validity = :v")
                .param("m", mailbox)
                .param("v", validity)
                .param("u", uid)
                .update();
    }
}
