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

    /**
     * Adds an analyst unless the login is there already; then only the password is set.
     *
     * @param password at least 15 characters, kept as Argon2id
     */
    void admit(
            String login,
            String name,
            Set<Role> roles,
            @Nullable String ownAccount,
            String password);

    record Colleague(UUID id, String name) {}
}
