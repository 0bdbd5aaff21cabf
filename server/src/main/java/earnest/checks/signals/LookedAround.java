package earnest.checks.signals;

import earnest.organisation.SettingsInForce;

import org.springframework.stereotype.Component;

import java.util.Optional;

/**
 * One caller who was several people in turn, or one analyst at whose hands more people are named
 * than calls are taken in that time: somebody may look for a person with whom it works.
 */
@Component
class LookedAround implements Signal {
    /** A slip of the hand, or a name that two have, is no looking around. */
    private static final int ON_ONE_TICKET = 3;

    private final SettingsInForce settings;

    LookedAround(SettingsInForce settings) {
        this.settings = settings;
    }

    @Override
    public String kind() {
        return "looked-around";
    }

    @Override
    public String title() {
        return "Several people in turn, by caller or analyst";
    }

    @Override
    public Optional<Seen> seen(About about) {
        int named = about.ticket().named();
        if (named >= ON_ONE_TICKET) {
            return Optional.of(new Seen("Said to be %d people on this ticket".formatted(named)));
        }
        int byOne = about.around().namedToHolder();
        return byOne > settings.now().mostNamedAnHour()
                ? Optional.of(
                        new Seen(
                                "%d people were looked at by whoever holds this, within an hour"
                                        .formatted(byOne)))
                : Optional.empty();
    }
}
