package earnest.checks.methods;

import earnest.people.People;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * What is known of a ticket and the person named on it, read once.
 *
 * @param checks of this method on the ticket, oldest first
 * @param onOwnPage whether the person asks on a page of their own, and no analyst
 * @param recentPathDays in days; a contact younger than that is recent
 */
public record Known(
        Tickets.View ticket,
        UUID person,
        List<People.Contact> contacts,
        List<? extends Check> checks,
        boolean onOwnPage,
        int recentPathDays,
        Instant now) {

    /** Whether a contact is too new to be offered. */
    public boolean recent(People.Contact contact) {
        return recent(contact.since());
    }

    /**
     * Whether what is known since then is too new to be offered.
     *
     * @param since null: its source is trusted, so it is not
     */
    public boolean recent(@Nullable Instant since) {
        return since != null
                && Duration.between(since, now).compareTo(Duration.ofDays(recentPathDays)) < 0;
    }

    /**
     * Why nothing of theirs can be used.
     *
     * @param any what stands on record of that kind
     * @param none where there is nothing of that kind
     */
    public String missing(Stream<People.Contact> any, String none) {
        return any.anyMatch(this::recent)
                ? "What there is was changed within %d days.".formatted(recentPathDays)
                : none;
    }

    /**
     * Why nothing that they set up can be used.
     *
     * @param since when each was set up
     */
    public String missing(List<Instant> since) {
        return since.stream().anyMatch(this::recent)
                ? "It was set up within %d days.".formatted(recentPathDays)
                : since.isEmpty()
                        ? "They have set none up."
                        : "It was tried wrongly too often, or is used up.";
    }

    /** The words of a contact that a check used. */
    public String words(Check check) {
        return contacts.stream()
                .filter(contact -> contact.id().equals(check.contact()))
                .findFirst()
                .map(contact -> contact.kind().words())
                .orElse("a contact not on record any more");
    }
}
