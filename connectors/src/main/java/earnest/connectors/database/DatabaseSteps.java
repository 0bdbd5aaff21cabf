package earnest.connectors.database;

import earnest.connectors.TestResult;
import earnest.connectors.TestStep;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The steps of a server's test, after it was reached. */
final class DatabaseSteps {
    /** What else is missing is said in the same words, for the user of the settings. */
    static final String MAY_CHANGE =
            "Let it change users:\nGRANT CREATE USER ON *.* TO …; (as whom it signs in)";

    private static final Duration CLOSE = Duration.ofSeconds(3);
    private static final Pattern GRANT =
            Pattern.compile("GRANT (.+?) ON (\\S+) TO .*", Pattern.CASE_INSENSITIVE);

    private final DatabaseServers servers;
    private final DatabaseSettings settings;
    private final DatabaseTrial trial;
    private final Clock clock;

    DatabaseSteps(
            DatabaseServers servers, DatabaseSettings settings, DatabaseTrial trial, Clock clock) {
        this.servers = servers;
        this.settings = settings;
        this.trial = trial;
        this.clock = clock;
    }

    List<TestStep> all() {
        return List.of(
                new TestStep("Signs in", true, this::signsIn),
                new TestStep("May read accounts", true, this::mayRead),
                new TestStep("May hold them while it changes one", true, this::mayHold),
                new TestStep("May set a password", false, trial::maySet),
                new TestStep("May lift a lock", false, trial::mayLift),
                new TestStep("The same on every server", false, trial::everywhere),
                new TestStep("Its logs hold no passwords", false, this::logs),
                new TestStep("How far the clocks differ", false, this::clocks),
                new TestStep("Has it more than it needs", false, this::more));
    }

    private interface Asked {
        TestResult of(Connection connection) throws SQLException;
    }

    /** On the server that takes changes. */
    private TestResult ask(String missing, Asked asked) {
        try (Connection connection = servers.first()) {
            return asked.of(connection);
        } catch (SQLException e) {
            return Refusals.noRight(e)
                    ? TestResult.failed("refused (error %d)".formatted(e.getErrorCode()), missing)
                    : TestResult.failed("it does not answer", null);
        }
    }

    /** A right, as whoever runs the server grants it. */
    private static String grant(String what) {
        return "Grant it to the user that Earnest signs in as:\nGRANT " + what + " TO …;";
    }

    private TestResult signsIn() {
        for (String server : servers.names()) {
            try (Connection connection = servers.to(server)) {
                if (!connection.isValid(2)) {
                    return TestResult.failed(server + " does not answer", null);
                }
            } catch (SQLException e) {
                return Refusals.noRight(e)
                        ? TestResult.failed(
                                "%s does not take this credential for %s"
                                        .formatted(server, settings.user()),
                                "Give the credential anew; it is the password of that user. Look"
                                        + " whether the user may come from this machine.")
                        : TestResult.failed(
                                "%s does not let it in (error %d)"
                                        .formatted(server, e.getErrorCode()),
                                null);
            }
        }
        return TestResult.good(
                "as %s, on %s".formatted(settings.user(), String.join(" and ", servers.names())));
    }

    private TestResult mayRead() {
        return ask(
                grant("SELECT ON mysql.*"),
                connection -> {
                    try (Statement statement = connection.createStatement();
                            ResultSet row =
                                    statement.executeQuery(
                                            "select count(*), (select count(*) from"
                                                    + " mysql.roles_mapping), (select count(*) from"
                                                    + " mysql.db) from mysql.global_priv")) {
                        row.next();
                        return TestResult.good("%,d users and roles".formatted(row.getLong(1)));
                    }
                });
    }

    private TestResult mayHold() {
        return ask(
                grant("LOCK TABLES ON mysql.*"),
                connection -> {
                    try (Statement statement = connection.createStatement()) {
                        statement.execute("lock tables mysql.global_priv write");
                        statement.execute("unlock tables");
                        return TestResult.good(
                                "so nobody else changes it between the look and the change");
                    }
                });
    }

    private TestResult logs() {
        return ask(
                "",
                connection -> {
                    boolean clear = PasswordClause.checksPasswords(connection);
                    if (!clear) {
                        return TestResult.good("it is never told one, only what stands for it");
                    }
                    return PasswordClause.writesStatements(connection)
                            ? TestResult.failed(
                                    "it holds passwords against rules of its own, so it has to be"
                                            + " told them, and it writes every statement down",
                                    "Switch off general_log, log_bin and a slow_query_log of"
                                            + " everything there, or the plugin that checks"
                                            + " passwords; Earnest keeps rules of its own.")
                            : TestResult.note(
                                    "it is told passwords, since it holds them against rules of"
                                            + " its own",
                                    "While general_log or log_bin are off there, none is written"
                                            + " down. When one is switched on, no password can be"
                                            + " set any more.");
                });
    }

    private TestResult clocks() {
        return ask(
                "",
                connection -> {
                    try (Statement statement = connection.createStatement();
                            ResultSet row =
                                    statement.executeQuery("select unix_timestamp(now(6))")) {
                        row.next();
                        Instant there = Instant.ofEpochMilli(Math.round(row.getDouble(1) * 1000));
                        Duration apart = Duration.between(there, clock.instant()).abs();
                        return apart.compareTo(CLOSE) <= 0
                                ? TestResult.good(
                                        "less than %d seconds".formatted(CLOSE.toSeconds()))
                                : TestResult.note(
                                        "%,d seconds".formatted(apart.toSeconds()),
                                        "Let both machines follow the time.");
                    }
                });
    }

    /** Whoever breaks into Earnest would have it. */
    private TestResult more() {
        return ask(
                "",
                connection -> {
                    List<String> more = new ArrayList<>();
                    try (Statement statement = connection.createStatement();
                            ResultSet row = statement.executeQuery("show grants")) {
                        while (row.next()) {
                            more.addAll(beyond(row.getString(1)));
                        }
                    }
                    return more.isEmpty()
                            ? TestResult.good("reads and holds mysql.*, changes users, no more")
                            : TestResult.note(
                                    "it may " + String.join(", ", more),
                                    "Revoke that from %s: Earnest needs none of it, and whoever"
                                                    .formatted(settings.user())
                                            + " breaks into it would have it.");
                });
    }

    /** What a line of {@code SHOW GRANTS} gives that is not needed. */
    static List<String> beyond(String grant) {
        Matcher read = GRANT.matcher(grant);
        if (!read.matches()) {
            // A role, or what follows from one.
            return grant.toUpperCase(Locale.ROOT).startsWith("GRANT ")
                    ? List.of("act by a role")
                    : List.of();
        }
        String on = read.group(2).replace("`", "");
        List<String> needed =
                switch (on) {
                    case "*.*" -> List.of("USAGE", "CREATE USER");
                    case "mysql.*" -> List.of("SELECT", "LOCK TABLES");
                    default -> List.of("USAGE");
                };
        List<String> more = new ArrayList<>();
        for (String right : read.group(1).split(", ")) {
            if (!needed.contains(right.toUpperCase(Locale.ROOT))) {
                more.add(right + " on " + on);
            }
        }
        if (grant.toUpperCase(Locale.ROOT).endsWith("WITH GRANT OPTION")) {
            more.add("grant on " + on);
        }
        return more;
    }
}
