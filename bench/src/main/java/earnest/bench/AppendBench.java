package earnest.bench;

import earnest.Earnest;
import earnest.Migrate;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.SealedRecord;
import earnest.record.TheRecord;
import earnest.testkit.Ground;

import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Locale;
import java.util.UUID;

/**
 * Appends, each a transaction of its own, with sealing on, against bare inserts of the rows that an
 * append had when the baseline was frozen, into its tables, with the same durability.
 */
final class AppendBench {
    private static final int APPENDS = 4_000;
    private static final int WARM_UP = 3_000;
    private static final double AIM_ALONE = 1.2;
    private static final double AIM_TOGETHER = 1.0;
    private static final String LEAF = "{\"leaf\":\"" + "x".repeat(560) + "\"}";

    private final Ground ground;

    AppendBench(Ground ground) {
        this.ground = ground;
    }

    void run() throws SQLException {
        Report.head(
                "Appends to the record with sealing on (against bare inserts of the same rows)");
        ground.launcher("properties");
        Migrate.to(
                "jdbc:mariadb://127.0.0.1:" + ground.port("DB") + "/earnest",
                ground.secret("db-migrate"));
        try (ConfigurableApplicationContext server =
                SpringApplication.run(
                        Earnest.class,
                        "--spring.config.additional-location=file:"
                                + ground.home().resolve("server.properties"))) {
            Frozen.lay(ground);
            ours(server, 8, WARM_UP);
            bare(8, WARM_UP);
            for (int writers : new int[] {1, 8}) {
                double bare = bare(writers, APPENDS).perSecond();
                double ours = ours(server, writers, APPENDS).perSecond();
                double share = ours / bare;
                double aim = writers == 1 ? AIM_ALONE : AIM_TOGETHER;
                Report.line(
                        String.format(
                                Locale.ROOT,
                                "%d at once: %.0f appends a second, bare %.0f: %.2f, aim %.1f %s",
                                writers,
                                ours,
                                bare,
                                share,
                                aim,
                                share >= aim ? "met" : "MISSED"));
            }
            SealedRecord.Status status = server.getBean(SealedRecord.class).status();
            Report.line(
                    "right after the last append %d entries were sealed, %d were not yet"
                            .formatted(status.size(), status.pending()));
        }
    }

    private static Timing ours(ConfigurableApplicationContext server, int writers, int appends) {
        TheRecord record = server.getBean(TheRecord.class);
        Writes writes = server.getBean(Writes.class);
        UUID somebody = UUID.randomUUID();
        return Timing.of(
                writers,
                appends,
                t ->
                        i ->
                                writes.run(
                                        () ->
                                                record.append(
                                                        Entry.by(
                                                                        EntryKind.CHECK_PASSED,
                                                                        somebody,
                                                                        "Somebody of the desk")
                                                                .ticket(somebody, somebody)
                                                                .person(somebody, "Somebody else")
                                                                .data("check", somebody.toString())
                                                                .data("method", "call-back"))));
    }

    private Timing bare(int writers, int appends) {
        return Timing.of(
                writers,
                appends,
                t -> {
                    Connection database = Frozen.connect(ground);
                    return i -> bare(database);
                });
    }

    private static void bare(Connection database) throws SQLException {
        database.setAutoCommit(false);
        UUID id = UUID.randomUUID();
        try (PreparedStatement entry =
                        database.prepareStatement(
                                "insert into entry (id, at, kind, actor_type, actor_id,"
                                        + " ticket_id, person_id, leaf) values (?, now(6),"
                                        + " 'check-passed', 'analyst', ?, ?, ?, ?)");
                PreparedStatement personal =
                        database.prepareStatement(
                                "insert into entry_personal (entry_id, field, value, salt)"
                                        + " values (?, ?, ?, ?)");
                PreparedStatement pending =
                        database.prepareStatement(
                                "insert into entry_pending (entry_id) values (?)")) {
            entry.setObject(1, id);
            entry.setString(2, id.toString());
            entry.setObject(3, id);
            entry.setObject(4, id);
            entry.setString(5, LEAF);
            entry.executeUpdate();
            for (String field : new String[] {"actor", "person"}) {
                personal.setObject(1, id);
                personal.setString(2, field);
                personal.setString(3, "Somebody of the desk");
                personal.setBytes(4, new byte[16]);
                personal.addBatch();
            }
            personal.executeBatch();
            pending.setObject(1, id);
            pending.executeUpdate();
        }
        database.commit();
    }
}
