package earnest.connectors.database;

import earnest.connectors.AccountRef;
import earnest.connectors.ChangeResult;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Changes accounts on the server that takes changes: each is one statement, sent once, while the
 * table of accounts is held. So nobody changes one between the look and the change; signing in goes
 * on meanwhile.
 */
final class DatabaseChanges {
    private static final String HOLD = "lock tables mysql.global_priv write";
    private static final String OFF = "An administrator switched it off. Ask %s.";

    private final DatabaseServers servers;
    private final DatabaseSettings settings;
    private final UnaryOperator<String> marks;
    private final String name;
    private final String whoHelps;

    DatabaseChanges(
            DatabaseServers servers,
            DatabaseSettings settings,
            UnaryOperator<String> marks,
            String name,
            String whoHelps) {
        this.servers = servers;
        this.settings = settings;
        this.marks = marks;
        this.name = name;
        this.whoHelps = whoHelps;
    }

    /** Why an account must not be changed as it is now; null: nothing stands against it. */
    private interface Against {
        @Nullable String reason(DatabaseMark now);
    }

    ChangeResult unlock(AccountRef account) {
        return change(account, now -> null, null, false);
    }

    ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        return change(account, unchanged(before), password, true);
    }

    ChangeResult setOwn(AccountRef account, Secret password, String before) {
        return change(account, unchanged(before), password, false);
    }

    private static Against unchanged(String before) {
        DatabaseMark was = DatabaseMark.read(before);
        return now ->
                now.password().equals(was.password())
                        ? null
                        : "The password was changed meanwhile. Look again before you go on.";
    }

    ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        DatabaseMark was = DatabaseMark.read(effect);
        return change(
                account,
                now ->
                        now.password().equals(was.password())
                                ? null
                                : "The temporary password was used or changed meanwhile.",
                password,
                true);
    }

    private ChangeResult change(
            AccountRef account, Against against, @Nullable Secret password, boolean mustChange) {
        UserName who = UserName.read(account.place());
        Connection connection;
        try {
            connection = servers.first();
        } catch (SQLException e) {
            return notSent();
        }
        try {
            return change(connection, who, against, password, mustChange);
        } catch (SQLException e) {
            // Nothing was asked for yet.
            return Refusals.answered(e) ? Refusals.of(e, name, whoHelps) : notSent();
        } finally {
            // With it goes the hold on the table.
            DatabaseServers.close(connection);
        }
    }

    private ChangeResult change(
            Connection connection,
            UserName who,
            Against against,
            @Nullable Secret password,
            boolean mustChange)
            throws SQLException {
        Optional<Kept> seen = Kept.of(connection, who);
        if (seen.isEmpty()) {
            return new ChangeResult.Refused(
                    "There is no such account. Ask %s.".formatted(whoHelps));
        }
        if (!seen.get().hasPassword() || Protected.is(connection, who, seen.get())) {
            return new ChangeResult.Refused(
                    "It has rights over the whole server, or no password there, so Earnest leaves"
                            + " it alone. Ask %s.".formatted(whoHelps));
        }
        String clause = "";
        if (password != null) {
            Optional<String> said = PasswordClause.of(connection, seen.get(), password);
            if (said.isEmpty()) {
                return new ChangeResult.Refused(
                        "%s would write the password into its log. Tell a steward."
                                .formatted(name));
            }
            clause = " identified " + said.get() + (mustChange ? " password expire" : "");
        }
        try (Statement statement = connection.createStatement()) {
            statement.execute(HOLD);
            Optional<Kept> kept = Kept.of(connection, who);
            String reason =
                    kept.isEmpty() ? "The account is gone meanwhile." : reason(kept.get(), against);
            if (reason != null) {
                return new ChangeResult.Refused(reason);
            }
            return send(statement, "alter user " + who.quoted() + clause + " account unlock");
        }
    }

    private @Nullable String reason(Kept kept, Against against) {
        if (kept.locked() && !settings.locksAfterGuesses()) {
            return OFF.formatted(whoHelps);
        }
        return against.reason(kept.mark(false, marks));
    }

    /** Once, whatever comes of it. */
    private ChangeResult send(Statement statement, String change) {
        try {
            statement.execute(change);
            return new ChangeResult.TookEffect();
        } catch (SQLException e) {
            return Refusals.answered(e)
                    ? Refusals.of(e, name, whoHelps)
                    : new ChangeResult.NoAnswer(
                            "%s gave no answer; it is being read back.".formatted(name));
        }
    }

    private ChangeResult notSent() {
        return new ChangeResult.NotSent(
                "%s cannot be reached. Nothing was changed; try again in a minute."
                        .formatted(name));
    }
}
