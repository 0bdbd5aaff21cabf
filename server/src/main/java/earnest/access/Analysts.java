package earnest.access;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** Those who work with Earnest. */
public interface Analysts {
    /** Whoever may work at the desk, by name. */
    List<Colleague> atTheDesk();

    Optional<Colleague> find(UUID id);

    /** Whether an account is that of somebody who works with Earnest now. */
    boolean isOfStaff(String account);

    /**
     * Adds those whose logins are not there yet, and gives all the password unless they have it.
     * Those who were admitted together are taken to have one password: it is tried on the first.
     *
     * @param newcomers at least one
     * @param password at least 15 characters, kept as Argon2id
     */
    void admit(List<Newcomer> newcomers, String password);

    /**
     * Somebody to be admitted.
     *
     * @param ownAccount the account of the analyst's own person, whom they may not help
     */
    record Newcomer(String login, String name, Set<Role> roles, @Nullable String ownAccount) {}

    record Colleague(UUID id, String name) {}
}
