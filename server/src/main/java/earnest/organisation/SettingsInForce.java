package earnest.organisation;

import earnest.ground.Organisation;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;

/** The settings as their row has them, looked at anew every second. Thread-safe. */
@Component
public class SettingsInForce {
    private static final long FRESH_NS = Duration.ofSeconds(1).toNanos();

    private record Known(@Nullable OrganisationSettings settings, long at) {}

    private final JdbcClient database;
    private volatile Known known = new Known(null, 0);

    SettingsInForce(JdbcClient database) {
        this.database = database;
    }

    /** As they are; a change on another node shows after a second. */
    public OrganisationSettings now() {
        Known last = known;
        long now = System.nanoTime();
        if (last.settings != null && now - last.at < FRESH_NS) {
            return last.settings;
        }
        OrganisationSettings fresh = read();
        known = new Known(fresh, now);
        return fresh;
    }

    /** Has the next look read the row. */
    void changed() {
        known = new Known(null, 0);
    }

    private OrganisationSettings read() {
        return database.sql("select * from organisation where id = :id")
                .param("id", Organisation.FIRST)
                .query(SettingsInForce::row)
                .single();
    }

    private static OrganisationSettings row(ResultSet row, int i) throws SQLException {
        return new OrganisationSettings(
                row.getString("name"),
                row.getString("home_region"),
                Duration.ofMinutes(row.getInt("read_aloud_minutes")),
                Duration.ofMinutes(row.getInt("text_minutes")),
                Duration.ofMinutes(row.getInt("remind_minutes")),
                row.getInt("most_changes_a_day"));
    }
}
