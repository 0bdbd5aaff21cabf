package earnest.access;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import java.util.Optional;
import java.util.UUID;

/**
 * Browsers in which an analyst signed in before. That is no proof of anything; it only keeps others
 * who guess at the analyst's name from being in the way.
 */
@Component
class KnownBrowsers {
    static final Duration LASTS = Duration.ofDays(180);
    private final JdbcClient database;
    private final SecureRandom random;
    private final Clock clock;

    KnownBrowsers(JdbcClient database, SecureRandom random, Clock clock) {
        this.database = database;
        this.random = random;
        this.clock = clock;
    }

    /** A mark of the browser if this analyst signed in there before. */
    Optional<String> known(Optional<String> token, String login) {
        return token.map(Tokens::hash)
                .filter(
                        hash ->
                                database.sql(
                                                        "select count(*) from known_browser b join"
                                                            + " analyst a on a.id = b.analyst_id"
                                                            + " where b.token_hash = :hash and"
                                                            + " a.login = :login and b.since >"
                                                            + " :since")
                                                .param("hash", hash)
                                                .param("login", login)
                                                .param("since", clock.instant().minus(LASTS))
                                                .query(Long.class)
                                                .single()
                                        > 0)
                .map(hash -> HexFormat.of().formatHex(hash));
    }

    /** Remembers a browser, in the present transaction; gives the token that it is to keep. */
    String remember(UUID analyst) {
        String token = Tokens.draw(random);
        database.sql(
                        "insert into known_browser (token_hash, analyst_id, since) values (:hash,"
                                + " :analyst, :now)")
                .param("hash", Tokens.hash(token))
                .param("analyst", analyst)
                .param("now", clock.instant())
                .update();
        return token;
    }
}
