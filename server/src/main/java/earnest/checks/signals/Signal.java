package earnest.checks.signals;

import earnest.checks.methods.Check;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** One kind of signal; registered as a {@code @Component}. Thread-safe. */
public interface Signal {
    /** By which rulebooks name it. */
    String kind();

    /** What the rules call it. */
    String title();

    /** What is to be seen of it now; empty: nothing. */
    Optional<Seen> seen(About about);

    /**
     * What was seen.
     *
     * @param words in which the reckoning says it
     * @param note what it means beside, or null
     * @param ticket another one on which it can be looked at, or null
     */
    record Seen(String words, @Nullable String note, @Nullable UUID ticket) {
        public Seen(String words) {
            this(words, null, null);
        }
    }

    /**
     * What is looked at.
     *
     * @param address the number or mailbox from where they come, or null
     * @param elsewhere each 'no' of the person on other tickets, and what they failed there lately
     * @param recentPathDays in days; a contact younger than that is recent
     * @param around what else went on lately
     * @param recentPath points that one counts at most while it is
     */
    record About(
            Tickets.View ticket,
            UUID person,
            @Nullable String address,
            List<People.Contact> contacts,
            List<Check> elsewhere,
            int recentPathDays,
            int recentPath,
            Tickets.Around around,
            Instant now) {}
}
