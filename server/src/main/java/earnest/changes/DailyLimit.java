package earnest.changes;

import earnest.ground.Problem;
import earnest.organisation.SettingsInForce;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;

/** How many changes a person may have within a day, whoever makes them. */
@Component
class DailyLimit {
    private static final Duration DAY = Duration.ofHours(24);

    private final ChangeRepository changes;
    private final SettingsInForce settings;
    private final Clock clock;

    DailyLimit(ChangeRepository changes, SettingsInForce settings, Clock clock) {
        this.changes = changes;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * @throws Problem 429 once the person had as many as the organisation allows
     */
    void mustLeaveOne(People.Person person) {
        long made = changes.since(person.id(), clock.instant().minus(DAY));
        if (made >= settings.now().mostChangesADay()) {
            throw new Problem(
                    429,
                    "too-many-changes",
                    "%s had %d changes within a day, which is the limit. Tell your lead."
                            .formatted(person.name(), made));
        }
    }
}
