package earnest.connectors.database;

/**
 * The part of an account's state that a later reading is compared with.
 *
 * @param password a mark of what stands for the password, never that itself
 * @param saysLocked whether the server says anything of a lock: it does from the first one on
 */
record DatabaseMark(String password, boolean mustChange, boolean locked, boolean saysLocked) {
    private static final int PARTS = 4;

    String text() {
        return "%s|%s|%s|%s".formatted(password, mustChange, locked, saysLocked);
    }

    static DatabaseMark read(String mark) {
        String[] parts = mark.split("\\|", PARTS);
        return new DatabaseMark(
                parts[0],
                Boolean.parseBoolean(parts[1]),
                Boolean.parseBoolean(parts[2]),
                Boolean.parseBoolean(parts[3]));
    }
}
