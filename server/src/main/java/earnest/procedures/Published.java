package earnest.procedures;

import earnest.core.procedures.Procedure;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Procedures that were published. Thread-safe. */
public interface Published {
    /** One version, as it was published. Immutable. */
    record Version(UUID id, String name, int number, String title, Procedure procedure) {}

    /** The latest version of each that is not retired. */
    List<Version> inUse();

    /** A version, in use or not; a run stays on its own. */
    Optional<Version> version(UUID id);
}
