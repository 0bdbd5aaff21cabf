package earnest.systems;

import earnest.connectors.AccountRef;

import java.util.UUID;

/**
 * A person's login in one system.
 *
 * @param accountSet tells sets of accounts of one system apart; empty where there is one
 */
public record Account(
        UUID id, UUID person, String system, String accountSet, String name, String place) {
    /** As its system knows it. */
    public AccountRef ref() {
        return new AccountRef(name, place);
    }
}
