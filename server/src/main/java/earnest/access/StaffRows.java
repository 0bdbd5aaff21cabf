package earnest.access;

import earnest.ground.Ids;
import earnest.ground.SlowHashes;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * Those who work here as rows: added, given roles, ended and invited, each in the present
 * transaction. Who may do so, and the entries, are the caller's.
 */
@Component
public class StaffRows {
    private static final String LETTERS = "23456789abcdefghjkmnpqrstuvwxyz";
    private static final int CODE_LENGTH = 20;
    private static final Duration INVITED = Duration.ofDays(3);

    private final JdbcClient database;
    private final SlowHashes passwords;
    private final SecondPersons seconds;
    private final StaffFactors factors;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    StaffRows(
            JdbcClient database,
            SlowHashes passwords,
            SecondPersons seconds,
            StaffFactors factors,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.database = database;
        this.passwords = passwords;
        this.seconds = seconds;
        this.factors = factors;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Somebody who works here, or did.
     *
     * @param invited whether they chose no password yet
     */
    public record Member(
            UUID id,
            String login,
            String name,
            Set<Role> roles,
            @Nullable String ownAccount,
            boolean invited,
            @Nullable Instant endedAt) {}

    /** All, by name. */
    public List<Member> all() {
        return database.sql("select * from analyst order by name").query(StaffRows::member).list();
    }

    public Optional<Member> member(UUID id) {
        return database.sql("select * from analyst where id = :id for update")
                .param("id", id)
                .query(StaffRows::member)
                .optional();
    }

    private static Member member(ResultSet row, int i) throws SQLException {
        java.sql.Timestamp ended = row.getTimestamp("ended_at");
        return new Member(
                row.getObject("id", UUID.class),
                row.getString("login"),
                row.getString("name"),
                Role.of(row.getString("roles")),
                row.getString("own_account"),
                row.getString("password_hash").isEmpty(),
                ended == null ? null : ended.toInstant());
    }

    /** How many stewards there are who can sign in. */
    public long stewards() {
        return all().stream()
                .filter(m -> m.endedAt() == null && !m.invited())
                .filter(m -> m.roles().contains(Role.STEWARD))
                .count();
    }

    /**
     * Adds somebody who cannot sign in before they chose a password.
     *
     * @throws org.springframework.dao.DuplicateKeyException if the login is taken
     */
    public UUID add(String login, String name, Set<Role> roles, @Nullable String ownAccount) {
        UUID id = ids.next();
        database.sql(
                        "insert into analyst (id, login, name, password_hash, roles, own_account)"
                                + " values (:id, :login, :name, '', :roles, :own)")
                .param("id", id)
                .param("login", login)
                .param("name", name)
                .param("roles", words(roles))
                .param("own", ownAccount)
                .update();
        return id;
    }

    /** Had a hand in somebody's coming. */
    public void hand(UUID analyst, UUID by) {
        seconds.hand(analyst, by);
    }

    public void roles(UUID analyst, Set<Role> roles) {
        database.sql("update analyst set roles = :roles where id = :id")
                .param("roles", words(roles))
                .param("id", analyst)
                .update();
    }

    /** Ends somebody's work here: their sessions end, and their password opens nothing more. */
    public void end(UUID analyst) {
        Instant now = clock.instant();
        database.sql("update analyst set ended_at = :at, password_hash = '' where id = :id")
                .param("at", now)
                .param("id", analyst)
                .update();
        endSessions(analyst, now);
        factors.remove(analyst);
        database.sql("update invitation set used_at = :at where analyst_id = :id")
                .param("at", now)
                .param("id", analyst)
                .update();
    }

    /**
     * Takes away what somebody signs in with: the authenticator, and the password, which alone
     * would set up the next one. Their sessions end, and they wait for an invitation.
     */
    public void takeFactorAway(UUID analyst) {
        factors.remove(analyst);
        database.sql("update analyst set password_hash = '' where id = :id")
                .param("id", analyst)
                .update();
        endSessions(analyst, clock.instant());
    }

    private void endSessions(UUID analyst, Instant now) {
        database.sql(
                        "update sign_in_session set ended_at = :at where analyst_id = :id and"
                                + " ended_at is null")
                .param("at", now)
                .param("id", analyst)
                .update();
    }

    /** Invites somebody to choose a password; gives the code, which is kept nowhere. */
    public String invite(UUID analyst) {
        StringBuilder code = new StringBuilder(CODE_LENGTH);
        for (int i = 0; i < CODE_LENGTH; i++) {
            code.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
        }
        Instant now = clock.instant();
        database.sql(
                        "update invitation set used_at = :at where analyst_id = :id and used_at is"
                                + " null")
                .param("at", now)
                .param("id", analyst)
                .update();
        database.sql(
                        "insert into invitation (code_hash, analyst_id, expires_at) values (:hash,"
                                + " :id, :until)")
                .param("hash", Tokens.hash(code.toString()))
                .param("id", analyst)
                .param("until", now.plus(INVITED))
                .update();
        return code.toString();
    }

    /**
     * Takes a code, once, and gives its analyst the password. Hashing is slow by design, so it is
     * done before.
     *
     * @return whose it was, or empty if there is no such code any more
     */
    public Optional<UUID> welcome(String login, String code, String passwordHash) {
        byte[] hash = Tokens.hash(bare(code));
        Optional<UUID> analyst =
                database.sql(
                                "select a.id from invitation i join analyst a on a.id ="
                                        + " i.analyst_id where i.code_hash = :hash and a.login ="
                                        + " :login and a.ended_at is null and i.used_at is null and"
                                        + " i.expires_at > :now")
                        .param("hash", hash)
                        .param("login", login)
                        .param("now", clock.instant())
                        .query(UUID.class)
                        .optional();
        if (analyst.isEmpty()) {
            return Optional.empty();
        }
        int taken =
                database.sql(
                                "update invitation set used_at = :now where code_hash = :hash and"
                                        + " used_at is null")
                        .param("now", clock.instant())
                        .param("hash", hash)
                        .update();
        if (taken != 1) {
            return Optional.empty();
        }
        database.sql("update analyst set password_hash = :p where id = :id")
                .param("p", passwordHash)
                .param("id", analyst.get())
                .update();
        return analyst;
    }

    /** A password as it is kept. */
    public String hash(String password) {
        return passwords.of(password);
    }

    private static String bare(String code) {
        return code.replaceAll("[\\s-]", "").toLowerCase(Locale.ROOT);
    }

    private static String words(Set<Role> roles) {
        return roles.stream().map(Role::word).sorted().collect(Collectors.joining(" "));
    }
}
