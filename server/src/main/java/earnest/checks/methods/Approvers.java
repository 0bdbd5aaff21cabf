package earnest.checks.methods;

import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** Who answers for somebody as their manager. Thread-safe. */
@Component
public class Approvers {
    /** A deputy counts a day after being named: else whoever names one could answer at once. */
    private static final Duration KNOWN_FOR = Duration.ofDays(1);

    private final People people;

    Approvers(People people) {
        this.people = people;
    }

    /**
     * Who answers.
     *
     * @param away the manager for whom they stand in, or null
     */
    public record Approver(People.Person person, People.@Nullable Person away) {
        /** As what they are asked. */
        public String as() {
            return away == null ? "their manager" : "the deputy of " + away.name();
        }
    }

    /** The manager; while they are away their deputy, a day after the directory named them. */
    public Optional<Approver> of(Known known) {
        return of(known, Set.of());
    }

    /**
     * As above.
     *
     * @param saidAway who said that they are, whatever the directory says
     */
    public Optional<Approver> of(Known known, Set<UUID> saidAway) {
        return people.person(known.person())
                .map(People.Person::manager)
                .flatMap(people::person)
                .filter(manager -> mayAnswer(manager, known))
                .flatMap(manager -> standsIn(manager, known, saidAway.contains(manager.id())));
    }

    private static boolean mayAnswer(People.Person one, Known known) {
        return !one.gone() && !one.id().equals(known.person());
    }

    private Optional<Approver> standsIn(People.Person manager, Known known, boolean saidAway) {
        Instant until = manager.awayUntil();
        if (!saidAway && (until == null || !until.isAfter(known.now()))) {
            return Optional.of(new Approver(manager, null));
        }
        Instant since = manager.deputySince();
        return Optional.ofNullable(manager.deputy())
                .filter(named -> since == null || !since.plus(KNOWN_FOR).isAfter(known.now()))
                .flatMap(people::person)
                .filter(deputy -> mayAnswer(deputy, known))
                .map(deputy -> new Approver(deputy, manager));
    }
}
