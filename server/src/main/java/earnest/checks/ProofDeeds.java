package earnest.checks;

import java.util.Optional;
import java.util.UUID;

/** What people set up and take away by themselves, for whatever tells them of it. */
interface ProofDeeds {
    /** Something of a person's that was set up or taken away on a ticket. */
    record Deed(UUID person, UUID ticket, String name, boolean removed) {}

    /** What was done last to something of theirs; empty if it is none of these. */
    Optional<Deed> lastDeed(UUID factor);

    /**
     * Takes it away, in the present transaction.
     *
     * @param ticket on which it was asked
     * @throws earnest.ground.Problem 404 if it is none of theirs
     */
    void remove(UUID person, UUID ticket, UUID factor);

    /** Of all of them, the one that knows it. */
    static Optional<Deed> lastDeed(Iterable<ProofDeeds> all, UUID factor) {
        for (ProofDeeds some : all) {
            Optional<Deed> deed = some.lastDeed(factor);
            if (deed.isPresent()) {
                return deed;
            }
        }
        return Optional.empty();
    }
}
