package earnest.ground;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.BatchPreparedStatementSetter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.PreparedStatementCreator;
import org.springframework.jdbc.core.PreparedStatementSetter;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import javax.sql.DataSource;

/**
 * Refuses to write outside a transaction. The pool's connections do not commit by themselves, so
 * what is written there would be gone without a word.
 */
@Component
class CarefulJdbc extends JdbcTemplate {
    CarefulJdbc(DataSource database) {
        super(database);
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
