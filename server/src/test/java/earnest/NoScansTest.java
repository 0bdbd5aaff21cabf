package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Desk;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Nothing that the desk says to the database during a call looks through a table that grows. With
 * the few rows of a test the database may rather scan than use a key; what it must have is one that
 * it could use.
 */
@ExtendWith(App.Running.class)
class NoScansTest {
    private static final Set<String> GROWS =
            Set.of(
                    "account",
                    "account_change",
                    "change_on_server",
                    "chat",
                    "contact",
                    "conversation",
                    "enrolment",
                    "entry",
                    "entry_number",
                    "entry_personal",
                    "entry_root",
                    "entry_subtree",
                    "handover",
                    "mail_in",
                    "message",
                    "name_near",
                    "one_time_link",
                    "own_session",
                    "person",
                    "person_entry",
                    "person_fact",
                    "person_group",
                    "person_key",
                    "pick_up",
                    "procedure_run",
                    "procedure_run_step",
                    "procedure_run_value",
                    "proof_check",
                    "recovery_code",
                    "seal",
                    "second_person",
                    "secret_mark",
                    "sign_in_session",
                    "stop_lifting",
                    "ticket",
                    "ticket_closed_under",
                    "wrapped_secret",
                    "written_line",
                    "written_ticket");

    private static final int FEW = 200;

    private final App app;

    NoScansTest(App app) {
        this.app = app;
    }

    @Test
    void aCallLooksThroughNoTableThatGrows() throws SQLException {
        app.needs("ldap");
        scans(this::call, 40);
    }

    @Test
    void findingLooksThroughNone() throws SQLException {
        scans(this::finding, 4);
    }

    @Test
    void theRecordLooksThroughNoneHoweverItIsAsked() throws SQLException {
        scans(this::record, 10);
    }

    @Test
    void aPageOfOnesOwnLooksThroughNone() throws SQLException {
        app.needs("ldap");
        scans(this::ownPage, 20);
    }

    /**
     * @param least how many forms of statements it takes at least: what reads nothing scans nothing
     */
    private void scans(Runnable scene, int least) throws SQLException {
        try (Connection root =
                        DriverManager.getConnection(
                                "jdbc:mariadb://127.0.0.1:" + app.ground().port("DB") + "/earnest",
                                "root",
                                app.ground().secret("db-root"));
                Statement statement = root.createStatement()) {
            statement.execute("set global log_output = 'TABLE'");
            statement.execute("truncate table mysql.general_log");
            statement.execute("set global general_log = 1");
            try {
                scene.run();
            } finally {
                statement.execute("set global general_log = 0");
            }
            Map<String, String> asked = asked(statement);
            assertThat(asked).hasSizeGreaterThan(least);
            List<String> scans = new ArrayList<>();
            for (String sql : asked.values()) {
                scans.addAll(scans(statement, sql));
            }
            assertThat(scans).isEmpty();
        }
    }

    private void finding() {
        Desk tove = app.desk("tove.rask");
        for (String typed :
                new String[] {
                    "oka", "ines okafor", "okafr", "cruz%20jose", "07700900142", "11066", "i@b"
                }) {
            tove.api().get("/api/people?find=" + typed.replace(" ", "%20")).ok();
        }
    }

    private void record() {
        Desk tove = app.desk("tove.rask");
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String number = tove.page(ticket).at("/ticket/number").asString().replaceAll("\\D", "");
        String me = tove.api().get("/api/session").ok().findValue("id").asString();
        String since = "since=2026-01-01T00:00:00Z&until=2099-01-01T00:00:00Z";
        for (String asked :
                new String[] {
                    "ticket=" + number,
                    "person=" + tove.person(account),
                    "analyst=" + me,
                    "kind=person-claimed",
                    since,
                    "kind=person-claimed&" + since,
                    "person=" + tove.person(account) + "&kind=person-claimed&" + since
                }) {
            var read = tove.api().get("/api/record?" + asked).ok();
            assertThat(read.get("entries").isEmpty()).as(asked).isFalse();
            app.desk("elif.hartono").api().get("/api/record/export/asked?format=csv&" + asked);
        }
        tove.api().get("/api/record").ok();
        tove.api().get("/api/record/seal").ok();
        tove.api().get("/api/tickets/" + ticket + "/receipt");
        app.desk("ravi.anand").api().get("/api/reports/how-long?since=2026-01-01T00:00:00Z");
        tove.close(ticket, "Looked at for what it asks.");
    }

    private void ownPage() {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.start(app.somebody()).ok();
        HarbourWord.proves(page);
        page.set("Lantern-kettle-under-pier-51", "directory").ok();
        page.settled();
    }

    private void call() {
        Desk tove = app.desk("tove.rask");
        String ticket = app.proved(tove, app.somebody());
        tove.accounts(ticket);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        tove.readAloud(ticket);
        tove.api().get("/api/desk").ok();
        tove.api().get("/api/tickets/" + ticket + "/summary").ok();
        tove.close(ticket, "Looked at for what it asks.");
    }

    /** What the server read, one of each form. */
    private static Map<String, String> asked(Statement statement) throws SQLException {
        Map<String, String> asked = new LinkedHashMap<>();
        try (ResultSet rows =
                statement.executeQuery(
                        "select convert(argument using utf8mb4) from mysql.general_log where"
                                + " command_type in ('Query', 'Execute') and user_host like"
                                + " 'earnest_run%' and argument like '%select%'")) {
            while (rows.next()) {
                String sql = rows.getString(1);
                String form = sql.replaceAll("'[^']*'", "?").replaceAll("\\d+", "?");
                if (!sql.contains("_binary")) {
                    asked.putIfAbsent(form, sql);
                }
            }
        }
        return asked;
    }

    private static List<String> scans(Statement statement, String sql) throws SQLException {
        List<String> scans = looking(statement, "explain " + sql, "rows");
        // Below a limit the plan counts the whole index; what was read of it is told by doing it.
        return scans.isEmpty() || !sql.stripLeading().startsWith("select")
                ? scans
                : looking(statement, "analyze " + sql, "r_rows");
    }

    /**
     * @param rows the column that says how many rows of a table are read
     */
    private static List<String> looking(Statement statement, String explained, String rows)
            throws SQLException {
        List<String> scans = new ArrayList<>();
        Map<String, String> tables = tables(explained);
        try (ResultSet plan = statement.executeQuery(explained)) {
            while (plan.next()) {
                String table = tables.getOrDefault(plan.getString("table"), "");
                String type = String.valueOf(plan.getString("type"));
                // The first few in the order of an index, such as the last seal, are no scan.
                boolean first = type.equals("index") && plan.getDouble(rows) <= FEW;
                if (GROWS.contains(table)
                        && Set.of("ALL", "index").contains(type)
                        && !first
                        && plan.getString("possible_keys") == null) {
                    scans.add(table + ": " + explained);
                }
            }
        }
        return scans;
    }

    /** Tables of a statement by the names that it gives them. */
    private static Map<String, String> tables(String sql) {
        Map<String, String> tables = new LinkedHashMap<>();
        var found =
                java.util.regex.Pattern.compile(
                                "(?i)\\b(?:from|join|,)\\s+`?(\\w+)`?(?:\\s+(?:as\\s+)?(\\w+))?")
                        .matcher(sql);
        while (found.find()) {
            tables.put(found.group(1), found.group(1));
            if (found.group(2) != null) {
                tables.put(found.group(2), found.group(1));
            }
        }
        return tables;
    }
}
