package earnest.ground;

import java.util.UUID;

/**
 * Whose things they are. There is one organisation so far; every table that holds an organisation's
 * things has a column that says it is theirs, and every entry names it.
 */
public final class Organisation {
    /** The one there is; the default of the columns (migration 13). */
    public static final UUID FIRST = UUID.fromString("00000000-0000-7000-8000-000000000001");

    private Organisation() {}
}
