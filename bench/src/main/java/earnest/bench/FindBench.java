package earnest.bench;

import earnest.testkit.Desk;
import earnest.testkit.Ground;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;

/** Find-as-you-type among 100,000 people against the statements that it took when frozen. */
final class FindBench {
    private static final int PEOPLE = 100_000;
    private static final int RUNS = 2_000;
    private static final int WARM_UP = 400;
    private static final double AIM = 1.2;
    private static final String COLUMNS = "p.id, p.name, p.account, p.title, p.vessel, p.port";

    private final Ground ground;
    private final ManyPeople people = new ManyPeople();

    FindBench(Ground ground) {
        this.ground = ground;
    }

    void run() throws SQLException {
        Frozen.lay(ground);
        try (Connection database = connect(ground);
                Connection frozen = Frozen.connect(ground)) {
            people.add(database, PEOPLE);
            new ManyPeople().addFrozen(frozen, PEOPLE);
        }
        Report.head("Find-as-you-type among 100,000 people (over HTTP, against the bare query)");
        List<String> exact = new ArrayList<>();
        List<String> wrong = new ArrayList<>();
        for (String[] name : people.names()) {
            exact.add(name[1].substring(0, 5));
            wrong.add(name[1].substring(0, 2) + name[1].substring(3));
        }
        for (int threads : new int[] {1, 20}) {
            floor(threads);
            compare("exact, " + threads + " at once", exact, threads, true);
            compare("with a typing error, " + threads + " at once", wrong, threads, false);
        }
    }

    /**
     * What any question costs over HTTP: who is signed in is answered with nothing but the session.
     */
    private void floor(int threads) {
        Timing least = null;
        for (int runs : new int[] {WARM_UP, RUNS}) {
            least =
                    Timing.of(
                            threads,
                            runs,
                            t -> {
                                Desk desk = Desk.signIn(ground, "tove.rask");
                                return i -> desk.api().get("/api/session").ok();
                            });
        }
        Report.line(
                String.format(
                        Locale.ROOT,
                        "who is signed in, %d at once, over HTTP: %.2f ms (p95 %.2f)",
                        threads,
                        Objects.requireNonNull(least).medianMs(),
                        least.p95Ms()));
    }

    private void compare(String what, List<String> typed, int threads, boolean exact) {
        ours(typed, threads, WARM_UP);
        bare(typed, threads, WARM_UP, exact);
        Timing ours = ours(typed, threads, RUNS);
        Timing bare = bare(typed, threads, RUNS, exact);
        Report.ratio(what, ours, bare, exact ? AIM : 0);
    }

    private Timing ours(List<String> typed, int threads, int runs) {
        return Timing.of(
                threads,
                runs,
                t -> {
                    Desk desk = Desk.signIn(ground, "tove.rask");
                    return i ->
                            desk.api().get("/api/people?find=" + typed.get(i % typed.size())).ok();
                });
    }

    private Timing bare(List<String> typed, int threads, int runs, boolean exact) {
        return Timing.of(
                threads,
                runs,
                t -> {
                    Connection database = Frozen.connect(ground);
                    return i -> {
                        String text = typed.get(i % typed.size());
                        if (exact) {
                            exact(database, text);
                        } else {
                            exact(database, text);
                            near(database, text);
                        }
                    };
                });
    }

    private static void exact(Connection database, String word) throws SQLException {
        String union =
                "(select "
                        + COLUMNS
                        + ", 1 as rank from person p where p.account = ? and p.gone_at is null"
                        + " limit 20) union all (select "
                        + COLUMNS
                        + ", 2 as rank from person p where p.folded_family like ? and p.gone_at is"
                        + " null order by p.folded_family, p.folded_given limit 20) union all"
                        + " (select "
                        + COLUMNS
                        + ", 3 as rank from person p where p.folded_given like ? and p.gone_at is"
                        + " null order by p.folded_given, p.folded_family limit 20) union all"
                        + " (select "
                        + COLUMNS
                        + ", 4 as rank from person_token t join person p on p.id = t.person_id"
                        + " where t.token like ? and p.gone_at is null order by t.token limit 20)"
                        + " order by rank";
        try (PreparedStatement query = database.prepareStatement(union)) {
            query.setString(1, word);
            query.setString(2, word + "%");
            query.setString(3, word + "%");
            query.setString(4, word + "%");
            drain(query);
        }
    }

    private static void near(Connection database, String word) throws SQLException {
        Set<String> forms = ManyPeople.forms(word);
        String marks = "?,".repeat(forms.size());
        try (PreparedStatement query =
                database.prepareStatement(
                        "select distinct "
                                + COLUMNS
                                + ", p.folded_given, p.folded_family from person_near n join person"
                                + " p on p.id = n.person_id where n.near in ("
                                + marks.substring(0, marks.length() - 1)
                                + ") and p.gone_at is null limit 400")) {
            int i = 1;
            for (String form : forms) {
                query.setString(i++, form);
            }
            drain(query);
        }
    }

    private static void drain(PreparedStatement query) throws SQLException {
        try (ResultSet rows = query.executeQuery()) {
            while (rows.next()) {
                rows.getString(2);
            }
        }
    }

    static Connection connect(Ground ground) {
        try {
            return DriverManager.getConnection(
                    "jdbc:mariadb://127.0.0.1:" + ground.port("DB") + "/earnest",
                    "earnest_migrate",
                    ground.secret("db-migrate"));
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
