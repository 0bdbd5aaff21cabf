package earnest.connectors;

import earnest.core.json.BadField;
import earnest.core.json.Fields;

import java.util.Set;

/**
 * A kind of system: what it speaks. Each has a folder of its own and is registered by its name in
 * {@code META-INF/services/earnest.connectors.SystemKind}; nothing else knows of it. Thread-safe.
 */
public interface SystemKind {
    /** Stable, since rows name it, such as {@code ldap}. */
    String id();

    /** What such a system is, such as {@code a directory over LDAP}. */
    String words();

    /**
     * What its settings are: a JSON Schema (2020-12) of an object, whose fields have a title and a
     * description. Forms are drawn from it; what is taken is what {@link #open} takes.
     */
    String settingsSchema();

    /**
     * What can be done to accounts there. What is missing is not offered, and never tried.
     *
     * @throws BadField naming the setting that is wrong
     */
    Set<Operation> operations(Fields settings);

    /**
     * Opens a connector. Nothing is asked of the system yet.
     *
     * @throws BadField naming the setting that is wrong
     */
    Connector open(SystemConnection connection);

    /**
     * Where the credential of such settings is sent, and as whose. When it changes, the credential
     * has to be given again: else whoever may edit settings could have it sent to themselves.
     *
     * @throws BadField naming the setting that is wrong
     */
    String credentialPlace(Fields settings);
}
