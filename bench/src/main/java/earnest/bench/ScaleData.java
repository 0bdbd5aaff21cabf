package earnest.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.UUID;

/**
 * Puts years of work into a database, once: each part in pieces, of which the table {@code
 * bench_done} says how far they are, so that it goes on where it was broken off.
 */
final class ScaleData {
    static final int PEOPLE = 1_000_000;
    static final int TICKETS = 500_000;
    static final int ENTRIES = 3_000_000;
    static final int SEALS = 600_000;
    private static final int PIECE = 50_000;

    private final Connection database;

    ScaleData(Connection database) {
        this.database = database;
    }

    /** What is done for one piece. */
    @FunctionalInterface
    private interface Piece {
        void make(int from, int past) throws SQLException, IOException;
    }

    /** All but the seals, which come when the server has numbered the entries. */
    void make() throws SQLException, IOException {
        run(
                "create table if not exists bench_done (part varchar(20) primary key, past int not"
                        + " null)");
        run(
                "create table if not exists bench_name (number int primary key, id uuid not null,"
                        + " given varchar(20) not null, family varchar(20) not null, account"
                        + " varchar(60) not null, phone varchar(20) not null)");
        run("create table if not exists bench_demo (number int primary key, id uuid not null)");
        part("names", PEOPLE, this::names);
        part("people", PEOPLE, (from, past) -> script("people", Map.of(), from, past));
        part("demo", 1, (from, past) -> demo());
        part("tickets", TICKETS, this::tickets);
        part(
                "entries",
                ENTRIES,
                (from, past) ->
                        new ManyEntries(database, i -> ticket(i / (ENTRIES / TICKETS)))
                                .add(from, past));
    }

    /**
     * One for each five entries, as an hour of a busy desk brings them. Nothing that is measured
     * checks their signatures, so they bear that of another.
     */
    void seals() throws SQLException, IOException {
        part(
                "seals",
                SEALS,
                (from, past) ->
                        run(
                                "insert ignore into seal (size, sealed_at, verifier_key, note)"
                                        + " select 5 * (seq + 1), date_sub(now(6), interval"
                                        + " (3000000 - 5 * seq) second), s.verifier_key, s.note"
                                        + " from seq_%d_to_%d, (select verifier_key, note from seal"
                                                .formatted(from, past - 1)
                                        + " order by size desc limit 1) s"));
    }

    private void part(String name, int all, Piece piece) throws SQLException, IOException {
        int done =
                number("select coalesce(max(past), 0) from bench_done where part = '" + name + "'");
        if (done < all) {
            Report.line("making %s, from %,d of %,d".formatted(name, done, all));
        }
        long begun = System.nanoTime();
        for (int from = done; from < all; from += PIECE) {
            int past = Math.min(all, from + PIECE);
            piece.make(from, past);
            run(
                    "insert into bench_done (part, past) values ('%s', %d) on duplicate key update past = values(past)"
                            .formatted(name, past));
        }
        if (done < all) {
            Report.line(
                    String.format(
                            Locale.ROOT, "made in %.0f s", (System.nanoTime() - begun) / 1e9));
        }
    }

    private void names(int from, int past) throws SQLException {
        Random random = new Random(from);
        run("delete from bench_name where number >= %d and number < %d".formatted(from, past));
        database.setAutoCommit(false);
        try (PreparedStatement name =
                database.prepareStatement(
                        "insert into bench_name (number, id, given, family, account, phone) values"
                                + " (?, ?, ?, ?, ?, ?)")) {
            for (int i = from; i < past; i++) {
                String given = ManyPeople.word(random, 2);
                String family = ManyPeople.word(random, 3);
                name.setInt(1, i);
                name.setString(2, "00000000-0000-7000-9000-%012x".formatted(i));
                name.setString(3, given);
                name.setString(4, family);
                name.setString(5, given.charAt(0) + family + i);
                name.setString(6, "4477009%05d".formatted(i % 100_000));
                name.addBatch();
            }
            name.executeBatch();
        }
        database.commit();
        database.setAutoCommit(true);
    }

    private void demo() throws SQLException {
        run(
                "insert ignore into bench_demo (number, id) select row_number() over (order by id)"
                        + " - 1, id from person p where exists (select 1 from person_entry e where"
                        + " e.person_id = p.id)");
    }

    private void tickets(int from, int past) throws SQLException, IOException {
        run("set @tickets = " + TICKETS + ", @people = " + PEOPLE + ", @now = now(6)");
        run("set @demo = (select count(*) from bench_demo)");
        script(
                "tickets",
                Map.of("{numbers}", "seq_%d_to_%d".formatted(from, past - 1)),
                from,
                past);
    }

    /** As the script for tickets names them. */
    private static UUID ticket(int number) {
        return UUID.fromString("00000000-0000-7000-a000-%012x".formatted(number));
    }

    /** Runs the statements of a file as one transaction. */
    private void script(String name, Map<String, String> words, int from, int past)
            throws SQLException, IOException {
        String text;
        try (InputStream in = ScaleData.class.getResourceAsStream("/scale/" + name + ".sql")) {
            text =
                    new String(in.readAllBytes(), StandardCharsets.UTF_8)
                            .replaceAll("(?m)^--.*$", "");
        }
        for (Map.Entry<String, String> word : words.entrySet()) {
            text = text.replace(word.getKey(), word.getValue());
        }
        database.setAutoCommit(false);
        run("set @from = %d, @past = %d".formatted(from, past));
        for (String statement : text.split(";\n")) {
            run(statement);
        }
        database.commit();
        database.setAutoCommit(true);
    }

    private void run(String sql) throws SQLException {
        try (Statement statement = database.createStatement()) {
            statement.execute(sql);
        }
    }

    int number(String sql) throws SQLException {
        try (Statement statement = database.createStatement();
                ResultSet rows = statement.executeQuery(sql)) {
            rows.next();
            return rows.getInt(1);
        }
    }
}
