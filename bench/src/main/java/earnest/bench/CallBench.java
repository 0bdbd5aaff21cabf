package earnest.bench;

import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;

import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Eventually;
import earnest.testkit.Ground;
import earnest.testkit.Outside;
import earnest.testkit.People;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A whole call's API steps against the statements and LDAP operations that they cause, captured
 * once and replayed bare by as many threads. Waiting for the caller is left out on both sides. Only
 * what the database was told while a step ran is in the baseline; what workers did between steps
 * and db-scheduler's own statements are not.
 */
final class CallBench {
    private static final int CALLS = 40;
    private static final int WARM_UP = 120;

    /** Each speaks on one line at a time, so no more calls are under way than there are of them. */
    private static final List<String> ANALYSTS = List.of("tove.rask", "jonas.lie", "ravi.anand");

    private static final double AIM = 1.5;
    private static final Pattern ID =
            Pattern.compile("[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}");

    /** The log does not give bytes back as they were: others of a usual length stand for them. */
    private static final Pattern BYTES =
            Pattern.compile("_binary '(?:[^'\\\\]|\\\\.|'')*'", Pattern.DOTALL);

    private static final String SOME_BYTES = "x'" + "5a".repeat(16) + "'";

    private final Ground ground;
    private final People people;
    private final LongAdder refused = new LongAdder();
    private long capturedFrom;

    CallBench(Ground ground) {
        this.ground = ground;
        this.people = new People(ground);
    }

    /** The steps of a call whose time is counted. */
    private static final class Steps {
        long nanos;
        final List<Instant[]> windows = new ArrayList<>();

        <T> T count(Supplier<T> step) {
            Instant from = Instant.now();
            long begun = System.nanoTime();
            T result = step.get();
            nanos += System.nanoTime() - begun;
            windows.add(new Instant[] {from, Instant.now()});
            return result;
        }

        boolean within(Instant at) {
            return windows.stream().anyMatch(w -> !at.isBefore(w[0]) && !at.isAfter(w[1]));
        }
    }

    void run() throws SQLException {
        Report.head("A whole call's API steps (against its bare statements and LDAP operations)");
        Desk desk = Desk.signIn(ground, "tove.rask");
        ours(ANALYSTS.size(), WARM_UP);
        List<String> statements = capture(desk);
        Report.line("one call causes %d statements".formatted(statements.size()));
        for (int threads : new int[] {1, ANALYSTS.size()}) {
            Timing bare = replay(statements, threads);
            Timing ours = ours(threads, CALLS);
            Report.line(
                    "of the bare statements %.1f in a call were refused as doubled"
                            .formatted(refused.sumThenReset() / (double) CALLS));
            Report.ratio(threads + " at once", ours, bare, AIM);
        }
    }

    private Timing ours(int threads, int calls) {
        List<Long> sums = Collections.synchronizedList(new ArrayList<>());
        Timing.of(
                threads,
                calls,
                t -> {
                    Desk desk = Desk.signIn(ground, ANALYSTS.get(t % ANALYSTS.size()));
                    return i -> sums.add(call(desk, false).nanos);
                });
        return new Timing(sums.stream().mapToLong(Long::longValue).sorted().toArray(), 0);
    }

    /**
     * {@code quietly}: waits without asking, so that only the steps' own statements are captured.
     */
    private Steps call(Desk desk, boolean quietly) {
        Outside outside = new Outside(ground);
        String account = next();
        Steps steps = new Steps();
        String ticket;
        synchronized (this) {
            outside.ringWithheld();
            String ringing = desk.ringing();
            steps.count(() -> desk.api().post("/api/tickets/" + ringing + "/answer").ok());
            ticket = ringing;
        }
        steps.count(() -> desk.api().get("/api/people?find=" + account).ok());
        steps.count(() -> desk.claim(ticket, account).ok());
        String back = steps.count(() -> desk.begin(ticket, "call-back"));
        outside.answer(account);
        if (quietly) {
            pause();
        } else {
            Eventually.waitFor(
                    "the answer", () -> desk.says(ticket).startsWith("Somebody answered"));
        }
        steps.count(() -> desk.heard(ticket, back, "confirmed").ok());
        String check = steps.count(() -> desk.begin(ticket, "authenticator"));
        String code = outside.authenticator(account);
        steps.count(() -> desk.type(ticket, check, code).ok());
        steps.count(() -> desk.accounts(ticket));
        steps.count(() -> desk.change(ticket, "temporary-password").ok());
        if (quietly) {
            pause();
        } else {
            desk.settled(ticket);
        }
        String password = steps.count(() -> desk.readAloud(ticket));
        outside.signInAnew(account, password, "Own words " + UUID.randomUUID());
        String summary =
                steps.count(
                        () ->
                                desk.api()
                                        .get("/api/tickets/" + ticket + "/summary")
                                        .ok()
                                        .get("summary")
                                        .asString());
        steps.count(
                () ->
                        desk.api()
                                .post(
                                        "/api/tickets/" + ticket + "/close",
                                        Map.of("summary", summary, "version", desk.version(ticket)))
                                .ok());
        return steps;
    }

    private static void pause() {
        try {
            Thread.sleep(2_500);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private synchronized String next() {
        return people.next();
    }

    /** What the server says to its database during one call, with all values in place. */
    private List<String> capture(Desk desk) throws SQLException {
        try (Connection root =
                        DriverManager.getConnection(
                                "jdbc:mariadb://127.0.0.1:"
                                        + ground.port("DB")
                                        + "/mysql?user=root&password="
                                        + ground.secret("db-root"));
                Statement statement = root.createStatement()) {
            statement.execute("set global log_output = 'TABLE'");
            statement.execute("truncate table mysql.general_log");
            statement.execute("set global general_log = 1");
            capturedFrom = System.currentTimeMillis();
            Steps steps = call(desk, true);
            statement.execute("set global general_log = 0");
            List<String> captured = new ArrayList<>();
            try (ResultSet rows =
                    statement.executeQuery(
                            "select convert(argument using utf8mb4), event_time from"
                                    + " mysql.general_log where command_type = 'Query'"
                                    + " and user_host like 'earnest_run%' order by event_time")) {
                while (rows.next()) {
                    String sql = BYTES.matcher(rows.getString(1)).replaceAll(SOME_BYTES);
                    String begin = sql.strip().toLowerCase(Locale.ROOT);
                    boolean work =
                            begin.startsWith("select")
                                    || begin.startsWith("insert")
                                    || begin.startsWith("update")
                                    || begin.startsWith("delete")
                                    || begin.startsWith("commit");
                    boolean ours = steps.within(rows.getTimestamp(2).toInstant());
                    if (ours && work && !begin.contains("scheduled_tasks")) {
                        captured.add(sql);
                    }
                }
            }
            return captured;
        }
    }

    private Timing replay(List<String> statements, int threads) {
        return Timing.of(
                threads,
                CALLS,
                t -> {
                    String account = next();
                    Connection database = FindBench.connect(ground);
                    LDAPConnection directory = directory();
                    return i -> {
                        replayOnce(database, statements, capturedFrom);
                        ldap(directory, account);
                    };
                });
    }

    /** Ids that the call made are made anew, so that rows are as new as they were then. */
    private void replayOnce(Connection database, List<String> statements, long from)
            throws SQLException {
        Map<String, String> fresh = new HashMap<>();
        database.setAutoCommit(false);
        try (Statement statement = database.createStatement()) {
            for (String sql : statements) {
                if (sql.strip().equalsIgnoreCase("commit")) {
                    database.commit();
                    continue;
                }
                Matcher ids = ID.matcher(sql);
                StringBuilder now = new StringBuilder();
                while (ids.find()) {
                    String id = ids.group();
                    String put =
                            madeSince(id, from)
                                    ? fresh.computeIfAbsent(id, k -> UUID.randomUUID().toString())
                                    : id;
                    ids.appendReplacement(now, put);
                }
                ids.appendTail(now);
                try {
                    if (statement.execute(now.toString())) {
                        try (ResultSet rows = statement.getResultSet()) {
                            while (rows.next()) {
                                rows.getString(1);
                            }
                        }
                    }
                } catch (SQLException clash) {
                    // A row that can be there once only, or whose parent a worker made: its cost
                    // is paid.
                    if (!clash.getSQLState().startsWith("23")) {
                        throw clash;
                    }
                    refused.increment();
                }
            }
            database.commit();
        }
    }

    /** Ids are UUIDs of version 7 and tell when they were made (RFC 9562, section 5.7). */
    private static boolean madeSince(String id, long from) {
        UUID uuid = UUID.fromString(id);
        return uuid.version() == 7 && uuid.getMostSignificantBits() >>> 16 >= from;
    }

    private LDAPConnection directory() {
        try {
            LDAPConnection connection = new LDAPConnection("127.0.0.1", ground.port("LDAP"));
            connection.bind(
                    "cn=earnest,ou=services,dc=brackwater,dc=example",
                    ground.secret("ldap-earnest"));
            return connection;
        } catch (LDAPException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The reads and the one modify that a temporary password takes. */
    private static void ldap(LDAPConnection directory, String account) throws LDAPException {
        String dn = DirectoryOfTests.dn(account);
        for (int i = 0; i < 7; i++) {
            directory.getEntry(dn, "*", "+");
        }
        directory.modify(
                dn,
                new Modification(
                        ModificationType.REPLACE, "userPassword", "Bench " + System.nanoTime()),
                new Modification(ModificationType.REPLACE, "pwdReset", "TRUE"));
    }
}
