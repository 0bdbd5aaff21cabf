package earnest.checks.methods;

import earnest.core.passwords.Secret;

/** What came in on a check. */
public sealed interface Reply {
    /** What the analyst typed as they heard it; the caller wipes it. */
    record Typed(Secret secret) implements Reply {}

    /** One of the choices that the form gave, by its id. */
    record Chosen(String choice) implements Reply {}

    /** What something outside says has become of it. */
    record FromOutside(String event) implements Reply {}
}
