package earnest.systems;

import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.core.passwords.Policy;

import java.util.List;
import java.util.Set;

/** A system that Earnest can change accounts in. Thread-safe. */
public final class ManagedSystem {
    private final String id;
    private final String name;
    private final String whoHelps;
    private final List<String> followers;
    private final Set<Operation> operations;
    private final PasswordRules rules;
    private final Connector connector;

    ManagedSystem(SystemRow row, List<String> followers, OpenSystem open) {
        this.id = row.id();
        this.name = row.name();
        this.whoHelps = row.whoHelps();
        this.followers = List.copyOf(followers);
        this.operations = open.operations();
        this.rules = open.rules();
        this.connector = open.connector();
    }

    /** By which rules and entries name it. */
    public String id() {
        return id;
    }

    /** What it is called. */
    public String name() {
        return name;
    }

    /** Who can help where this desk cannot, such as {@code the crewing office}. */
    public String whoHelps() {
        return whoHelps;
    }

    /** Systems that take their passwords from this one. */
    public List<String> followers() {
        return followers;
    }

    /** Whether its kind can do this at all. */
    public boolean can(Action action) {
        return operations.contains(action.operation());
    }

    /** Speaks to it. Must not be called within a transaction. */
    public Connector connector() {
        return connector;
    }

    /** The styles that a temporary password may have here. */
    public Set<PasswordStyle> styles() {
        return rules.styles();
    }

    /** What it takes as a password. Asks the system, so not within a transaction. */
    public Policy policy() {
        return rules.with(connector.ownRules().minLength());
    }

    /** How many former passwords it refuses by itself; 0 where it does not say. */
    public int remembers() {
        return connector.ownRules().remembers();
    }
}
