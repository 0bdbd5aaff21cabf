package earnest.connectors.database;

import earnest.connectors.ChangeResult;

import java.sql.SQLException;

/**
 * What a server says no with, in words. Its own are not passed on: they may repeat the statement.
 */
final class Refusals {
    private static final int LOCK_WAIT = 1205;
    private static final int DEADLOCK = 1213;
    private static final int NOT_VALID_PASSWORD = 1819;
    private static final int READ_ONLY = 1290;
    private static final int CANNOT_USER = 1396;

    private Refusals() {}

    /** Whether the server answered, and so did nothing. */
    static boolean answered(SQLException e) {
        String state = e.getSQLState();
        return e.getErrorCode() > 0 && state != null && !state.startsWith("08");
    }

    /** Whether it is a right that is missing. */
    static boolean noRight(SQLException e) {
        return switch (e.getErrorCode()) {
            case 1044, 1045, 1142, 1143, 1227, 1370 -> true;
            default -> false;
        };
    }

    static ChangeResult of(SQLException e, String name, String whoHelps) {
        if (noRight(e)) {
            return new ChangeResult.Refused(
                    "%s does not let Earnest do that. Tell a steward.".formatted(name));
        }
        return switch (e.getErrorCode()) {
            case LOCK_WAIT, DEADLOCK ->
                    new ChangeResult.NotSent(
                            "%s is busy. Nothing was changed; try again in a minute."
                                    .formatted(name));
            case NOT_VALID_PASSWORD ->
                    new ChangeResult.Refused(
                            "%s does not take this password by its own rules. Make another."
                                    .formatted(name));
            case READ_ONLY ->
                    new ChangeResult.Refused(
                            "%s takes no changes just now. Ask %s.".formatted(name, whoHelps));
            case CANNOT_USER ->
                    new ChangeResult.Refused(
                            "There is no such account. Ask %s.".formatted(whoHelps));
            default ->
                    new ChangeResult.Refused(
                            "%s did not do it (error %d). Tell a steward."
                                    .formatted(name, e.getErrorCode()));
        };
    }
}
