package earnest.connectors;

/**
 * An account in one system.
 *
 * @param name the login
 * @param place where the system keeps it (for a directory its DN)
 */
public record AccountRef(String name, String place) {}
