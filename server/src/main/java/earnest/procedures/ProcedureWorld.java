package earnest.procedures;

import earnest.access.Role;
import earnest.core.procedures.World;
import earnest.people.ContactKind;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;

import org.springframework.stereotype.Component;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a procedure may name here, at the moment. */
@Component
class ProcedureWorld {
    private static final Set<String> WANTS =
            Set.of(
                    "forgotten-password",
                    "locked-out",
                    "lost-second-factor",
                    "not-me",
                    "a-human",
                    "something-else");
    private static final Set<String> TEAMS = Set.of("analysts", "leads");

    /** The messages that the desk sends, with what fills their slots. */
    private static final Map<String, Map<String, World.ValueType>> TEXTS =
            Map.of(
                    "temporary-password-text",
                    Map.of("secret", World.ValueType.SECRET, "name", World.ValueType.PERSONAL),
                    "account-changed",
                    Map.of("name", World.ValueType.PERSONAL));

    private final Systems systems;

    ProcedureWorld(Systems systems) {
        this.systems = systems;
    }

    World now(Set<String> procedures) {
        Map<String, World.SystemFacts> facts = new HashMap<>();
        for (ManagedSystem system : systems.all()) {
            facts.put(
                    system.id(),
                    new World.SystemFacts(
                            Stream.concat(Action.OFFERED.stream(), Stream.of(Action.OWN_PASSWORD))
                                    .filter(system::can)
                                    .map(Action::word)
                                    .collect(Collectors.toSet()),
                            Set.of(),
                            system.can(Action.TEMPORARY_PASSWORD)));
        }
        return new World(
                facts,
                TEXTS,
                TEAMS,
                Arrays.stream(Role.values()).map(Role::word).collect(Collectors.toSet()),
                WANTS,
                Arrays.stream(ContactKind.values())
                        .map(ContactKind::id)
                        .collect(Collectors.toSet()),
                Map.of(),
                procedures);
    }
}
