package earnest.access;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

@Entity
@Table(name = "analyst")
class Analyst {
    @Id UUID id;
    String login;
    String name;
    String passwordHash;
    String roles;
    @Nullable String ownAccount;

    /** When their work here ended, or null. */
    @Nullable Instant endedAt;

    @SuppressWarnings("NullAway.Init")
    protected Analyst() {}

    Analyst(UUID id, String login, String name, String passwordHash, Set<Role> roles) {
        this.id = id;
        this.login = login;
        this.name = name;
        this.passwordHash = passwordHash;
        this.roles = roles.stream().map(Role::word).sorted().collect(Collectors.joining(" "));
    }

    Set<Role> roles() {
        return Role.of(roles);
    }
}
