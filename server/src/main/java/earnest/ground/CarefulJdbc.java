package earnest.ground;

import com.zaxxer.hikari.HikariDataSource;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.BatchPreparedStatementSetter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.PreparedStatementCreator;
import org.springframework.jdbc.core.PreparedStatementSetter;
import org.springframework.jdbc.core.SqlProvider;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import javax.sql.DataSource;

/**
 * Reads outside a transaction on connections of {@link SingleStatements}, and refuses to write
 * there: what belongs together would be written by halves.
 */
@Component
class CarefulJdbc extends JdbcTemplate {
    private final DataSource single;
    private final Epoch epoch;

    CarefulJdbc(HikariDataSource database, SingleStatements single, Epoch epoch) {
        super(database);
        this.single = single.connections();
        this.epoch = epoch;
    }

    @Override
    public @Nullable DataSource getDataSource() {
        return TransactionSynchronizationManager.isActualTransactionActive() || single == null
                ? super.getDataSource()
                : single;
    }

    @Override
    public int update(String sql) {
        mustBeInTransaction();
        epoch.wrote(sql);
        return super.update(sql);
    }

    @Override
    public void execute(String sql) {
        throw new UnsupportedOperationException("say update, so that it is seen to be a change");
    }

    @Override
    protected int update(
            PreparedStatementCreator creator, @Nullable PreparedStatementSetter setter) {
        mustBeInTransaction();
        if (creator instanceof SqlProvider statement && statement.getSql() != null) {
            epoch.wrote(statement.getSql());
        }
        return super.update(creator, setter);
    }

    @Override
    public int[] batchUpdate(String sql, BatchPreparedStatementSetter setter) {
        mustBeInTransaction();
        epoch.wrote(sql);
        return super.batchUpdate(sql, setter);
    }

    private static void mustBeInTransaction() {
        if (!TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("nothing is written outside a transaction: use Writes");
        }
    }
}
