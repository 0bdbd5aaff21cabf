package earnest;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.PreparedStatementCreator;
import org.springframework.jdbc.core.PreparedStatementSetter;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/**
 * Changes rows as somebody at the database would, and says so as the server does: what it remembers
 * is read anew.
 */
final class BehindTheServer extends JdbcTemplate {
    private final boolean mayRaise;

    BehindTheServer(String url, String user, String password) {
        super(new DriverManagerDataSource(url, user, password));
        this.mayRaise = user.endsWith("_run") || user.endsWith("_migrate");
    }

    @Override
    protected int update(
            PreparedStatementCreator creator, @Nullable PreparedStatementSetter setter) {
        int rows = super.update(creator, setter);
        if (mayRaise) {
            execute("update epoch set number = number + 1");
        }
        return rows;
    }
}
