package earnest.systems;

/**
 * A person's account in one system.
 *
 * @param place where the system keeps it (for a directory its DN)
 */
public record AccountRef(String system, String name, String place) {}
