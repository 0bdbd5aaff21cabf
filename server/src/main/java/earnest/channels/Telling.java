package earnest.channels;

import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * Tells people wherever they are reached that something of theirs was changed; also where they were
 * until lately, since a number may have been replaced by a thief. Thread-safe.
 */
@Component
public class Telling {
    private static final Duration LATELY = Duration.ofDays(14);

    private final People people;
    private final Clock clock;
    private final ObjectProvider<Messages> messages;

    Telling(People people, Clock clock, ObjectProvider<Messages> messages) {
        this.people = people;
        this.clock = clock;
        this.messages = messages;
    }

    /**
     * Calls for a message to each contact, in the present transaction.
     *
     * @param occasion as {@link Messages#send}; its writer must be one that writes to former
     *     contacts too
     * @param ticket on which it was done, or null
     * @return whether anything reaches them
     */
    public boolean everywhere(String occasion, UUID about, @Nullable UUID ticket, UUID person) {
        boolean told = false;
        for (People.Contact contact : contacts(person)) {
            if (messages.getObject().reach(contact).isPresent()) {
                messages.getObject()
                        .send(occasion, about, new Recipient(ticket, person, contact.id()));
                told = true;
            }
        }
        return told;
    }

    private List<People.Contact> contacts(UUID person) {
        return Stream.concat(
                        people.contacts(person).stream(),
                        people.replacedSince(person, clock.instant().minus(LATELY)).stream())
                .toList();
    }
}
