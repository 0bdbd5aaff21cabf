package earnest.ground;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;

import jakarta.annotation.PreDestroy;

import org.springframework.stereotype.Component;

import javax.sql.DataSource;

/**
 * Connections on which each statement stands for itself: what is read outside a transaction costs
 * one round trip, and not another to end a transaction that nobody needed.
 */
@Component
class SingleStatements {
    private static final int MOST = 16;
    private static final int IDLE = 4;

    private final HikariDataSource connections;

    SingleStatements(HikariDataSource database) {
        HikariConfig config = new HikariConfig();
        config.setPoolName("single");
        config.setJdbcUrl(database.getJdbcUrl());
        config.setUsername(database.getUsername());
        config.setPassword(database.getPassword());
        config.setTransactionIsolation(database.getTransactionIsolation());
        config.setConnectionTimeout(database.getConnectionTimeout());
        config.setMaximumPoolSize(MOST);
        config.setMinimumIdle(IDLE);
        this.connections = new HikariDataSource(config);
    }

    DataSource connections() {
        return connections;
    }

    @PreDestroy
    void close() {
        connections.close();
    }
}
