package earnest.chat;

import earnest.access.Tokens;
import earnest.ground.Worded;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Chats as rows; the row decides who moves or ends one. */
@Component
class ChatRows {
    private static final int SEEN_EVERY = 10;

    private final JdbcClient database;
    private final Clock clock;

    ChatRows(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    void add(UUID id, UUID ticket, String token) {
        database.sql(
                        "insert into chat (id, token_hash, ticket_id, stage, asked, misses, names,"
                                + " started_at, last_seen_at) values (:id, :hash, :ticket,"
                                + " 'assistant', 'what', 0, 0, :now, :now)")
                .param("id", id)
                .param("hash", Tokens.hash(token))
                .param("ticket", ticket)
                .param("now", clock.instant())
                .update();
    }

    /** What a browser's token is for. */
    sealed interface Found {
        record Here(Chat chat) implements Found {}

        /** It goes on in another browser. */
        record Moved() implements Found {}

        record Over(@Nullable Chat chat) implements Found {}
    }

    Found of(String token) {
        byte[] hash = Tokens.hash(token);
        Optional<Chat> chat =
                database.sql("select * from chat where token_hash = :hash")
                        .param("hash", hash)
                        .query(ChatRows::row)
                        .optional();
        if (chat.isPresent()) {
            return chat.get().stage() == Chat.Stage.OVER
                    ? new Found.Over(chat.get())
                    : new Found.Here(chat.get());
        }
        boolean moved =
                database.sql("select count(*) from chat where former_hash = :hash")
                                .param("hash", hash)
                                .query(Long.class)
                                .single()
                        > 0;
        return moved ? new Found.Moved() : new Found.Over(null);
    }

    Optional<Chat> find(UUID id) {
        return database.sql("select * from chat where id = :id")
                .param("id", id)
                .query(ChatRows::row)
                .optional();
    }

    Optional<Chat> ofTicket(UUID ticket) {
        return database.sql("select * from chat where ticket_id = :t")
                .param("t", ticket)
                .query(ChatRows::row)
                .optional();
    }

    private static Chat row(ResultSet row, int i) throws SQLException {
        return new Chat(
                row.getObject("id", UUID.class),
                row.getObject("ticket_id", UUID.class),
                Worded.find(Chat.Stage.class, row.getString("stage")).orElseThrow(),
                Worded.find(Chat.Asked.class, row.getString("asked")).orElseThrow(),
                row.getInt("misses"),
                row.getInt("names"),
                row.getString("name_mark"),
                row.getTimestamp("started_at").toInstant(),
                row.getTimestamp("last_seen_at").toInstant());
    }

    /** The browser is there. */
    void seen(UUID id) {
        Instant now = clock.instant();
        database.sql(
                        "update chat set last_seen_at = :now where id = :id and stage <> 'over' and"
                                + " last_seen_at < :before")
                .param("now", now)
                .param("before", now.minusSeconds(SEEN_EVERY))
                .param("id", id)
                .update();
    }

    /** What the assistant did; false if it may not speak any more. */
    boolean asked(UUID id, Chat.Asked asked, int misses) {
        return database.sql(
                                "update chat set asked = :a, misses = :m where id = :id and stage ="
                                        + " 'assistant'")
                        .param("a", asked.word())
                        .param("m", misses)
                        .param("id", id)
                        .update()
                == 1;
    }

    /** Somebody said who they are; false if they did too often, or the assistant may not ask. */
    boolean named(UUID id, String mark) {
        return database.sql(
                                "update chat set name_mark = :m, names = names + 1 where id = :id"
                                        + " and stage = 'assistant' and names < :most")
                        .param("m", mark)
                        .param("id", id)
                        .param("most", Chat.MOST_NAMES)
                        .update()
                == 1;
    }

    /** The assistant is silent from now on; false if it was already. */
    boolean handOver(UUID id) {
        return database.sql("update chat set stage = 'desk' where id = :id and stage = 'assistant'")
                        .param("id", id)
                        .update()
                == 1;
    }

    /** False if it was over already. */
    boolean over(UUID id) {
        return database.sql("update chat set stage = 'over' where id = :id and stage <> 'over'")
                        .param("id", id)
                        .update()
                == 1;
    }

    /** From now on it is the browser's with this token; false if there is none to move. */
    boolean move(UUID ticket, String token) {
        return database.sql(
                                "update chat set former_hash = token_hash, token_hash = :hash,"
                                        + " last_seen_at = :now where ticket_id = :t and stage <>"
                                        + " 'over'")
                        .param("hash", Tokens.hash(token))
                        .param("now", clock.instant())
                        .param("t", ticket)
                        .update()
                == 1;
    }

    /** Those that nobody has looked at for long, or that last too long. */
    List<Chat> unseen() {
        Instant now = clock.instant();
        return database.sql(
                        "select * from chat where stage <> 'over' and (last_seen_at <= :seen or"
                                + " started_at <= :first) limit 500")
                .param("seen", now.minus(Chat.UNSEEN))
                .param("first", now.minus(Chat.LONGEST))
                .query(ChatRows::row)
                .list();
    }
}
