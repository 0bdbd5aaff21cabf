package earnest.checks;

import earnest.ground.Problem;
import earnest.people.OwnContactRows;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Contacts that people add and take away by themselves. */
@Component
class ContactDeeds implements ProofDeeds {
    private final OwnContactRows rows;

    ContactDeeds(OwnContactRows rows) {
        this.rows = rows;
    }

    @Override
    public void remove(UUID person, UUID ticket, UUID contact) {
        if (rows.remove(person, ticket, contact) != 1) {
            throw Problem.unknown("contact that you added");
        }
    }

    @Override
    public Optional<Deed> lastDeed(UUID factor) {
        return rows.lastDeed(factor)
                .map(
                        deed ->
                                new Deed(
                                        deed.person(),
                                        deed.ticket(),
                                        deed.kind().words(),
                                        deed.removed()));
    }
}
