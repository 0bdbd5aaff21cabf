package earnest.checks.described;

import earnest.core.json.Json;
import earnest.core.requests.Description;
import earnest.ground.Epoch;
import earnest.ground.Organisation;
import earnest.ground.Remembered;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** The services that are described. */
@Component
class OutsideServiceRows {
    private static final TypeReference<EnumMap<OutsideService.Meaning, Set<String>>> ANSWERS =
            new TypeReference<>() {};

    private final JdbcClient database;
    private final Remembered<UUID, List<OutsideService>> known;

    OutsideServiceRows(JdbcClient database, Epoch epoch) {
        this.database = database;
        this.known = new Remembered<>(epoch, 1, this::read);
    }

    List<OutsideService> all() {
        return known.get(Organisation.FIRST);
    }

    Optional<OutsideService> find(String id) {
        return all().stream().filter(one -> one.id().equals(id)).findFirst();
    }

    private List<OutsideService> read(UUID organisation) {
        return List.copyOf(
                database.sql("select * from outside_service where organisation = :o order by id")
                        .param("o", organisation)
                        .query(OutsideServiceRows::row)
                        .list());
    }

    private static OutsideService row(ResultSet row, int i) throws SQLException {
        byte @Nullable [] wrapped = row.getBytes("wrapped_password");
        return new OutsideService(
                row.getString("id"),
                row.getObject("key_id", UUID.class),
                row.getString("title"),
                row.getString("group_name"),
                Description.read(Json.read(row.getString("ask"))),
                Description.read(Json.read(row.getString("look"))),
                row.getString("answer_at"),
                JsonMapper.shared().readValue(row.getString("answers"), ANSWERS),
                Duration.ofSeconds(row.getInt("lasts_seconds")),
                Duration.ofSeconds(row.getInt("every_seconds")),
                row.getString("user_name"),
                wrapped == null
                        ? null
                        : new WrappedSecrets.Wrapped(wrapped, row.getString("key_name")));
    }

    void put(OutsideService one) {
        WrappedSecrets.Wrapped password = one.password();
        database.sql(
                        """
                        insert into outside_service (organisation, id, key_id, title, group_name, ask, look,
                          answer_at, answers, lasts_seconds, every_seconds, user_name,
                          wrapped_password, key_name)
                        values (:o, :id, :key, :title, :group, :ask, :look, :at, :answers, :lasts, :every,
                          :user, :password, :keyName)
                        on duplicate key update key_id = values(key_id), title = values(title),
                          group_name = values(group_name), ask = values(ask), look = values(look),
                          answer_at = values(answer_at), answers = values(answers),
                          lasts_seconds = values(lasts_seconds),
                          every_seconds = values(every_seconds), user_name = values(user_name),
                          wrapped_password = values(wrapped_password), key_name = values(key_name)
                        """)
                .param("o", Organisation.FIRST)
                .param("id", one.id())
                .param("key", one.keyId())
                .param("title", one.title())
                .param("group", one.group())
                .param("ask", one.ask().json())
                .param("look", one.look().json())
                .param("at", one.answerAt())
                .param("answers", JsonMapper.shared().writeValueAsString(one.answers()))
                .param("lasts", (int) one.lasts().toSeconds())
                .param("every", (int) one.every().toSeconds())
                .param("user", one.user())
                .param("password", password == null ? null : password.bytes())
                .param("keyName", password == null ? "" : password.key())
                .update();
    }

    /** 0 if there is none. */
    int remove(String id) {
        return database.sql("delete from outside_service where organisation = :o and id = :id")
                .param("o", Organisation.FIRST)
                .param("id", id)
                .update();
    }
}
