package earnest.checks.signals;

import earnest.organisation.OrganisationSettings;
import earnest.organisation.SettingsInForce;

import org.springframework.stereotype.Component;

import java.time.format.DateTimeFormatter;
import java.util.Optional;

/** It is night at the desk, where the organisation said when that is. */
@Component
class UnusualHour implements Signal {
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");

    private final SettingsInForce settings;

    UnusualHour(SettingsInForce settings) {
        this.settings = settings;
    }

    @Override
    public String kind() {
        return "unusual-hour";
    }

    @Override
    public String title() {
        return "At night";
    }

    /** As of when the ticket began: waiting makes nobody more suspicious, nor less. */
    @Override
    public Optional<Seen> seen(About about) {
        OrganisationSettings now = settings.now();
        Integer from = now.nightFrom();
        Integer to = now.nightTo();
        if (from == null || to == null) {
            return Optional.empty();
        }
        var began = about.ticket().openedAt().atZone(now.zone());
        int hour = began.getHour();
        boolean night = from < to ? hour >= from && hour < to : hour >= from || hour < to;
        return night
                ? Optional.of(new Seen("Asked at %s, at night".formatted(CLOCK.format(began))))
                : Optional.empty();
    }
}
