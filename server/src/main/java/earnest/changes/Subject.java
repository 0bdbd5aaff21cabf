package earnest.changes;

import earnest.checks.Standing;
import earnest.people.People;
import earnest.systems.Account;
import earnest.systems.Action;

import java.util.Set;
import java.util.UUID;

/**
 * Whom and what a change is about, as it was read before anything was locked.
 *
 * @param groups of the person, where what is asked may hang on them
 */
record Subject(
        People.Person person,
        Account account,
        LiveAccounts.Everywhere everywhere,
        Set<String> groups) {
    /** What would be done here, and by whom: what a permit must be for. */
    Standing.Deed deed(Action action, UUID actor) {
        return new Standing.Deed(
                person.id(), account.system(), account.name(), action.word(), actor);
    }
}
