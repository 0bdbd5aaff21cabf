package earnest.connectors.database;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountSource;
import earnest.connectors.PeopleSource;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;

/** Reads accounts: one on any server, and all of those that people can sign in with. */
final class DatabaseAccounts implements AccountSource {
    private static final int PAGE = 500;

    /** After the one before, so that a page never depends on how many came before it. */
    private static final String NEXT =
            "select user, host, priv from mysql.global_priv where (user, host) > (?, ?) order by"
                    + " user, host limit "
                    + PAGE;

    private final DatabaseServers servers;
    private final DatabaseSettings settings;
    private final UnaryOperator<String> marks;
    private final String name;

    DatabaseAccounts(
            DatabaseServers servers,
            DatabaseSettings settings,
            UnaryOperator<String> marks,
            String name) {
        this.servers = servers;
        this.settings = settings;
        this.marks = marks;
        this.name = name;
    }

    AccountLookup read(String server, AccountRef account) {
        Connection connection;
        try {
            connection = servers.to(server);
        } catch (SQLException e) {
            return new AccountLookup.Unreachable(
                    Refusals.noRight(e)
                            ? server + " does not let Earnest in"
                            : server + " does not answer");
        }
        try {
            Optional<Kept> kept = Kept.of(connection, UserName.read(account.place()));
            if (kept.isEmpty()) {
                return new AccountLookup.Missing();
            }
            try (Statement statement = connection.createStatement();
                    ResultSet row =
                            statement.executeQuery(
                                    "select @@global.default_password_lifetime,"
                                            + " unix_timestamp()")) {
                row.next();
                return new AccountLookup.Found(
                        kept.get()
                                .state(
                                        row.getLong(1),
                                        Instant.ofEpochSecond(row.getLong(2)),
                                        marks,
                                        settings.locksAfterGuesses()));
            }
        } catch (SQLException e) {
            return new AccountLookup.Unreachable(
                    Refusals.noRight(e)
                            ? server + " does not let Earnest read accounts"
                            : server + " does not answer");
        } finally {
            DatabaseServers.close(connection);
        }
    }

    @Override
    public void everything(Consumer<List<Read>> page) throws PeopleSource.Away {
        Connection connection;
        try {
            connection = servers.first();
        } catch (SQLException e) {
            throw new PeopleSource.Away(name + " does not answer");
        }
        try (PreparedStatement next = connection.prepareStatement(NEXT)) {
            UserName last = new UserName("", "");
            int came = PAGE;
            while (came == PAGE) {
                next.setString(1, last.user());
                next.setString(2, last.host());
                List<Read> people = new ArrayList<>();
                List<Seen> all = page(next);
                came = all.size();
                for (Seen one : all) {
                    last = one.who;
                    if (isSomebodys(connection, one)) {
                        people.add(account(one.who));
                    }
                }
                page.accept(people);
            }
        } catch (SQLException e) {
            throw new PeopleSource.Away(
                    Refusals.noRight(e)
                            ? name + " does not let Earnest list its accounts"
                            : name + " does not answer");
        } finally {
            DatabaseServers.close(connection);
        }
    }

    private record Seen(UserName who, Kept kept) {}

    private static List<Seen> page(PreparedStatement next) throws SQLException {
        List<Seen> all = new ArrayList<>();
        try (ResultSet row = next.executeQuery()) {
            while (row.next()) {
                all.add(
                        new Seen(
                                new UserName(row.getString(1), row.getString(2)),
                                Kept.read(row.getString(3))));
            }
        }
        return all;
    }

    private boolean isSomebodys(Connection connection, Seen one) throws SQLException {
        return !one.who.user().isEmpty()
                && !one.kept.isRole()
                && one.kept.hasPassword()
                && (settings.host() == null || settings.host().equals(one.who.host()))
                && !Protected.is(connection, one.who, one.kept);
    }

    private static Read account(UserName who) {
        return new Read(
                who.id(),
                who.user(),
                who.place(),
                Set.of(new Key(Key.Kind.LOGIN, who.user().toLowerCase(Locale.ROOT))));
    }
}
