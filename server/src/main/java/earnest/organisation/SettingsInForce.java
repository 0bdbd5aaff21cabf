package earnest.organisation;

import earnest.ground.Epoch;
import earnest.ground.Organisation;
import earnest.ground.Remembered;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.ZoneId;

/** The settings as their row has them, looked at anew every second. Thread-safe. */
@Component
public class SettingsInForce {
    private final JdbcClient database;
    private final Remembered<Boolean, OrganisationSettings> settings;

    SettingsInForce(JdbcClient database, Epoch epoch) {
        this.database = database;
        this.settings = new Remembered<>(epoch, 1, any -> read());
    }

    /** As they are, on whichever node they were changed. */
    public OrganisationSettings now() {
        return settings.get(true);
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
                row.getInt("most_changes_a_day"),
                row.getInt("most_named_an_hour"),
                ZoneId.of(row.getString("time_zone")),
                row.getObject("night_from", Integer.class),
                row.getObject("night_to", Integer.class));
    }
}
