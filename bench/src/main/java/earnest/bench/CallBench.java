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
import earnest.testkit.Steward;

import org.jspecify.annotations.Nullable;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.Supplier;
import java.util.regex.Pattern;

/**
 * A whole call's API steps against the statements and LDAP operations that one such call took when
 * the baseline was frozen ({@link Frozen}), replayed bare by as many threads. Waiting for the
 * caller is left out on both sides. Only what the database was told while a step ran is in the
 * baseline; what workers did between steps and db-scheduler's own statements are not.
 */
final class CallBench {
    private static final int CALLS = 40;
    private static final int WARM_UP = 120;
    private static final long PAUSE_MS = 2_500;

    /** Each speaks on one line at a time, so no more calls are under way than there are of them. */
    private static final List<String> ANALYSTS =
            List.of("tove.rask", "jonas.lie", "ravi.anand", "una.marsh");

    /** Whose pages stand open beside the calls. */
    private static final List<String> WATCHING = List.of("tove.rask", "jonas.lie", "ravi.anand");

    private static final double AIM = 1.0;
    private static final Pattern MADE = Pattern.compile("\\{(\\d+|number|account)\\}");

    /** Past what the frozen rows hold, so that each replay's ticket is a new one. */
    private static final AtomicInteger NUMBER = new AtomicInteger(1_000_000);

    private final Ground ground;
    private final People people;
    private final LongAdder refused = new LongAdder();

    CallBench(Ground ground) {
        this.ground = ground;
        this.people = new People(ground);
    }

    /** The steps of a call whose time is counted. */
    private static final class Steps {
        long nanos;
        long commands;
        long looks;
        private final @Nullable Statement counting;

        Steps(@Nullable Statement counting) {
            this.counting = counting;
        }

        <T> T count(Supplier<T> step) {
            long before = counted();
            long begun = System.nanoTime();
            T result = step.get();
            nanos += System.nanoTime() - begun;
            commands += counting == null ? 0 : counted() - before - 1;
            return result;
        }

        private long counted() {
            if (counting == null) {
                return 0;
            }
            looks++;
            try {
                return questions(counting);
            } catch (SQLException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    void run() throws SQLException {
        Report.head(
                "A whole call's API steps (against a frozen call's statements and LDAP"
                        + " operations)");
        new Steward(ground).takeOn(ground, ANALYSTS.getLast(), "analyst");
        Frozen.lay(ground);
        List<String> statements = Frozen.call();
        ours(ANALYSTS.size(), WARM_UP);
        Report.line(
                "the frozen call's steps say %d statements to the database"
                        .formatted(statements.size()));
        Report.line(commands("no page open", 160));
        try (OpenPages pages = new OpenPages(ground, WATCHING)) {
            Report.line(commands(pages.count() + " pages open", 320));
            for (int threads : new int[] {1, ANALYSTS.size()}) {
                Timing bare = replay(statements, threads);
                Timing ours = ours(threads, CALLS);
                Report.line(
                        "of the bare statements %.1f in a call were refused as doubled"
                                .formatted(refused.sumThenReset() / (double) CALLS));
                Report.ratio(threads + " at once", ours, bare, AIM);
            }
        }
    }

    /**
     * Of the server to its database for one call: in its steps, and with all that it does beside
     * them in that time, less what it does in as long when nothing happens.
     */
    private String commands(String when, int mostCommands) throws SQLException {
        Desk desk = Desk.signIn(ground, ANALYSTS.getFirst());
        try (Connection database = FindBench.connect(ground);
                Statement statement = database.createStatement()) {
            pause();
            long before = questions(statement);
            long begun = System.nanoTime();
            Steps steps = call(desk, statement);
            long within = steps.commands;
            pause();
            long took = System.nanoTime() - begun;
            long all = questions(statement) - before - 1 - steps.looks;
            pause();
            long idleBefore = questions(statement);
            pause();
            pause();
            double idle = (questions(statement) - idleBefore - 1) / (2.0 * PAUSE_MS / 1_000);
            return "one call of today, %s: %d commands within its steps (%s), %d with all that followed; %.1f a second when nothing happens"
                    .formatted(
                            when,
                            within,
                            Report.aim(within, mostCommands).substring(2),
                            Math.round(all - idle * took / 1e9),
                            idle);
        }
    }

    private static long questions(Statement statement) throws SQLException {
        try (ResultSet row = statement.executeQuery("show global status like 'Questions'")) {
            row.next();
            return row.getLong(2);
        }
    }

    private Timing ours(int threads, int calls) {
        List<Long> sums = Collections.synchronizedList(new ArrayList<>());
        Timing.of(
                threads,
                calls,
                t -> {
                    Desk desk = Desk.signIn(ground, ANALYSTS.get(t % ANALYSTS.size()));
                    return i -> sums.add(call(desk, null).nanos);
                });
        return new Timing(sums.stream().mapToLong(Long::longValue).sorted().toArray(), 0);
    }

    /**
     * @param counting to count the commands of each step with; then nothing is asked while it waits
     */
    private Steps call(Desk desk, @Nullable Statement counting) {
        boolean quietly = counting != null;
        Outside outside = new Outside(ground);
        String account = next();
        Steps steps = new Steps(counting);
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
            Thread.sleep(PAUSE_MS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private synchronized String next() {
        return people.next();
    }

    private Timing replay(List<String> statements, int threads) {
        return Timing.of(
                threads,
                CALLS,
                t -> {
                    String account = next();
                    Connection database = Frozen.connect(ground);
                    LDAPConnection directory = directory();
                    return i -> {
                        replayOnce(database, statements);
                        ldap(directory, account);
                    };
                });
    }

    /** What the call made is made anew, so that rows are as new as they were then. */
    private void replayOnce(Connection database, List<String> statements) throws SQLException {
        Map<String, String> fresh = new HashMap<>();
        String number = String.valueOf(NUMBER.incrementAndGet());
        fresh.put("number", number);
        fresh.put("account", "account" + number);
        database.setAutoCommit(false);
        try (Statement statement = database.createStatement()) {
            for (String sql : statements) {
                if (sql.strip().equalsIgnoreCase("commit")) {
                    database.commit();
                    continue;
                }
                String now =
                        MADE.matcher(sql)
                                .replaceAll(
                                        made ->
                                                fresh.computeIfAbsent(
                                                        made.group(1),
                                                        k -> UUID.randomUUID().toString()));
                try {
                    if (statement.execute(now)) {
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
