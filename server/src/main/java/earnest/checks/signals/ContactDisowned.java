package earnest.checks.signals;

import earnest.people.People;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.Objects;
import java.util.Optional;

/** A contact was changed, and whoever has the former one knows nothing of it. */
@Component
class ContactDisowned implements Signal {
    @Override
    public String kind() {
        return "contact-disowned";
    }

    @Override
    public String title() {
        return "Whoever has a former contact knows nothing of its change";
    }

    @Override
    public Optional<Seen> seen(About about) {
        Instant recent = about.now().minus(Duration.ofDays(about.recentPathDays()));
        return about.contacts().stream()
                .filter(one -> one.dispute() != null && recent.isBefore(one.dispute().at()))
                .max(Comparator.comparing(one -> Objects.requireNonNull(one.dispute()).at()))
                .map(one -> seen(one, Objects.requireNonNull(one.dispute()), about.now()));
    }

    private static Seen seen(People.Contact contact, People.Dispute dispute, Instant now) {
        return new Seen(
                "The %s changed, and whoever was told of it said %s that they know nothing of it"
                        .formatted(contact.kind().words(), Ago.words(dispute.at(), now)),
                "who changed it in the directory?",
                dispute.ticket());
    }
}
