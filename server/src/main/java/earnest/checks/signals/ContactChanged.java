package earnest.checks.signals;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** A contact was changed lately: perhaps by whoever asks now. */
@Component
class ContactChanged implements Signal {
    @Override
    public String kind() {
        return "contact-changed";
    }

    @Override
    public String title() {
        return "A contact changed lately";
    }

    @Override
    public Optional<Seen> seen(About about) {
        Instant recent = about.now().minus(Duration.ofDays(about.recentPathDays()));
        return about.contacts().stream()
                        .anyMatch(one -> one.since() != null && recent.isBefore(one.since()))
                ? Optional.of(
                        new Seen(
                                "A contact changed in the last " + about.recentPathDays() + " days",
                                "checks on it count " + about.recentPath() + " at most",
                                null))
                : Optional.empty();
    }
}
