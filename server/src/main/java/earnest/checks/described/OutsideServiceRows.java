package earnest.checks.described;

import earnest.access.SignedIn;
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
import java.time.Clock;
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
    private final Clock clock;
    private final Remembered<UUID, List<Described>> known;

    OutsideServiceRows(JdbcClient database, Epoch epoch, Clock clock) {
        this.database = database;
        this.clock = clock;
        this.known = new Remembered<>(epoch, 1, this::read);
    }

    /**
     * A service with who described it.
     *
     * @param by null where that is not known any more
     * @param agreed whether it may be asked: another steward agreed, or there is none
     */
    record Described(
            OutsideService service, @Nullable UUID by, @Nullable String byName, boolean agreed) {}

    List<Described> all() {
        return known.get(Organisation.FIRST);
    }

    Optional<Described> described(String id) {
        return all().stream().filter(one -> one.service().id().equals(id)).findFirst();
    }

    /** One that may be asked. */
    Optional<OutsideService> find(String id) {
        return described(id).filter(Described::agreed).map(Described::service);
    }

    private List<Described> read(UUID organisation) {
        return List.copyOf(
                database.sql("select * from outside_service where organisation = :o order by id")
                        .param("o", organisation)
                        .query(OutsideServiceRows::row)
                        .list());
    }

    private static Described row(ResultSet row, int i) throws SQLException {
        return new Described(
                service(row),
                row.getObject("described_by", UUID.class),
                row.getString("described_by_name"),
                row.getTimestamp("agreed_at") != null);
    }

    private static OutsideService service(ResultSet row) throws SQLException {
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

    /** Keeps a description to which nobody else agreed yet; the one before is gone. */
    void put(OutsideService one, SignedIn by) {
        WrappedSecrets.Wrapped password = one.password();
        database.sql(
                        """
                        insert into outside_service (organisation, id, key_id, title, group_name, ask, look,
                          answer_at, answers, lasts_seconds, every_seconds, user_name,
                          wrapped_password, key_name, described_by, described_by_name)
                        values (:o, :id, :key, :title, :group, :ask, :look, :at, :answers, :lasts, :every,
                          :user, :password, :keyName, :by, :byName)
                        on duplicate key update key_id = values(key_id), title = values(title),
                          group_name = values(group_name), ask = values(ask), look = values(look),
                          answer_at = values(answer_at), answers = values(answers),
                          lasts_seconds = values(lasts_seconds),
                          every_seconds = values(every_seconds), user_name = values(user_name),
                          wrapped_password = values(wrapped_password), key_name = values(key_name),
                          described_by = values(described_by),
                          described_by_name = values(described_by_name), agreed_at = null
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
                .param("by", by.id())
                .param("byName", by.name())
                .update();
    }

    /**
     * Agrees to a description as it is kept.
     *
     * @param key of the very description that was seen
     * @return whether it still waited
     */
    boolean agree(String id, UUID key) {
        return database.sql(
                                "update outside_service set agreed_at = :now where organisation ="
                                        + " :o and id = :id and key_id = :key and agreed_at is"
                                        + " null")
                        .param("now", clock.instant())
                        .param("o", Organisation.FIRST)
                        .param("id", id)
                        .param("key", key)
                        .update()
                == 1;
    }

    /** 0 if there is none. */
    int remove(String id) {
        return database.sql("delete from outside_service where organisation = :o and id = :id")
                .param("o", Organisation.FIRST)
                .param("id", id)
                .update();
    }
}
