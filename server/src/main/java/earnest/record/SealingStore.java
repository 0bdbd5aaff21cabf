package earnest.record;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;

import jakarta.annotation.PreDestroy;
import jakarta.validation.constraints.NotBlank;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.validation.annotation.Validated;

import java.util.Objects;
import java.util.UUID;
import java.util.function.Supplier;

/**
 * The database as the sealer and the eraser have it: each with a user and password of its own, so
 * that whoever has the running server's own way in can neither number, nor seal, nor erase.
 */
@Component
class SealingStore {
    /**
     * {@code earnest.database}.
     *
     * @param sealPassword of the user who numbers and seals
     * @param erasePassword of the user who may call what erases
     */
    @Validated
    @ConfigurationProperties("earnest.database")
    record Passwords(@NotBlank String sealPassword, @NotBlank String erasePassword) {
        @Override
        public String toString() {
            return "(passwords)";
        }
    }

    private final HikariDataSource sealer;
    private final HikariDataSource eraser;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate transaction;

    SealingStore(HikariDataSource database, Passwords passwords) {
        this.sealer = connections(database, "seal", passwords.sealPassword(), 2);
        this.eraser = connections(database, "erase", passwords.erasePassword(), 1);
        this.jdbc = new JdbcTemplate(sealer);
        this.transaction = new TransactionTemplate(new DataSourceTransactionManager(sealer));
    }

    private static HikariDataSource connections(
            HikariDataSource database, String user, String password, int most) {
        HikariConfig config = new HikariConfig();
        config.setPoolName(user);
        config.setJdbcUrl(database.getJdbcUrl());
        config.setUsername("earnest_" + user);
        config.setPassword(password);
        config.setTransactionIsolation(database.getTransactionIsolation());
        config.setConnectionTimeout(database.getConnectionTimeout());
        config.setMaximumPoolSize(most);
        config.setMinimumIdle(0);
        // Saves two round trips a transaction; nothing is asked outside one.
        config.setAutoCommit(false);
        config.setInitializationFailTimeout(-1);
        return new HikariDataSource(config);
    }

    JdbcTemplate jdbc() {
        return jdbc;
    }

    JdbcClient client() {
        return JdbcClient.create(jdbc);
    }

    /** Does something in one transaction of the sealer. */
    <T> T inOne(Supplier<T> work) {
        return Objects.requireNonNull(transaction.execute(status -> work.get()));
    }

    /**
     * Takes away what two agreed to take away.
     *
     * @throws org.springframework.dao.DataAccessException if the database finds that it rests on
     *     nothing that two agreed to
     */
    void erase(UUID erasure) {
        // All of it or nothing: by themselves the procedure's statements would be committed one by
        // one, and some names stay where it breaks off.
        new TransactionTemplate(new DataSourceTransactionManager(eraser))
                .executeWithoutResult(
                        status ->
                                JdbcClient.create(eraser)
                                        .sql("call erase_personal(:id)")
                                        .param("id", erasure)
                                        .update());
    }

    @PreDestroy
    void close() {
        sealer.close();
        eraser.close();
    }
}
