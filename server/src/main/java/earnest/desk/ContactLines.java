package earnest.desk;

import earnest.channels.Messages;
import earnest.people.People;
import earnest.people.Telephone;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;

/** Contacts as the desk sees them: masked, with how old they are and what goes there. */
@Component
class ContactLines {
    private static final Duration TOO_NEW = Duration.ofDays(14);

    private final Messages messages;
    private final Clock clock;

    ContactLines(Messages messages, Clock clock) {
        this.messages = messages;
        this.clock = clock;
    }

    Page.ContactLine of(People.Contact c) {
        Instant since = c.since();
        Instant now = clock.instant();
        boolean tooNew = since != null && since.plus(TOO_NEW).isAfter(now);
        String note = note(c, now);
        String masked =
                c.kind().telephone()
                        ? Telephone.masked(c.value())
                        : "•••@" + c.value().substring(c.value().indexOf('@') + 1);
        return new Page.ContactLine(
                c.id(),
                c.kind().words(),
                masked,
                note,
                tooNew,
                c.kind().telephone(),
                messages.reach(c).map(reach -> reach.route().word()).orElse(null),
                messages.reach(c).map(Messages.Reach::brings).orElse(null));
    }

    /** Where it came from, since when, and when it was verified. */
    private static @Nullable String note(People.Contact c, Instant now) {
        Instant since = c.since();
        if (since == null) {
            return null;
        }
        return c.verifiedAt() == null
                ? "changed " + ago(since, now) + by(c.setBy())
                : "added and verified " + ago(c.verifiedAt(), now) + by(c.setBy());
    }

    private static String by(@Nullable String who) {
        return who == null ? "" : " by " + who;
    }

    private static String ago(Instant since, Instant now) {
        long days = Duration.between(since, now).toDays();
        if (days == 0) {
            return "today";
        }
        return days == 1 ? "yesterday" : days + " days ago";
    }
}
