package earnest.ground;

import com.zaxxer.hikari.HikariDataSource;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.BatchPreparedStatementSetter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.PreparedStatementCreator;
import org.springframework.jdbc.core.PreparedStatementSetter;
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

    CarefulJdbc(HikariDataSource database, SingleStatements single) {
        super(database);
        this.single = single.connections();
    }

    @Override
    public @Nullable DataSource getDataSource() {
        return TransactionSynchronizationManager.isActualTransactionActive() || single == null
                ? super.getDataSource()
                : single;
    }

    @Override
    protected int update(
            PreparedStatementCreator creator, @Nullable PreparedStatementSetter setter) {
        mustBeInTransaction();
        return super.update(creator, setter);
    }

    @Override
    public int[] batchUpdate(String sql, BatchPreparedStatementSetter setter) {
        mustBeInTransaction();
        return super.batchUpdate(sql, setter);
    }

    private static void mustBeInTransaction() {
        if (!TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("nothing is written outside a transaction: use Writes");
        }
    }
}
