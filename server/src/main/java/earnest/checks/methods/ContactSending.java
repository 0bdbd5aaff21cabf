package earnest.checks.methods;

import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.core.assurance.Route;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Objects;

/** Where something can be sent that proves who has it, and how often. Thread-safe. */
@Component
public class ContactSending {
    private static final int MOST = 6;
    private static final Duration WINDOW = Duration.ofMinutes(30);

    private final CheckHistory history;
    private final Messages messages;

    ContactSending(CheckHistory history, Messages messages) {
        this.history = history;
        this.messages = messages;
    }

    /** Contacts that are reached in this way and on record long enough. */
    public List<People.Contact> reached(Known known, Route route) {
        return reachable(known, route).stream().filter(contact -> !known.recent(contact)).toList();
    }

    /** Contacts that are reached in this way, however new. */
    public List<People.Contact> reachable(Known known, Route route) {
        return known.contacts().stream()
                .filter(
                        contact ->
                                messages.reach(contact)
                                        .filter(reach -> reach.route() == route)
                                        .isPresent())
                .toList();
    }

    /**
     * Sends the link that was made for a check to its contact, in the present transaction.
     *
     * @throws earnest.ground.Problem 429 if the person was sent too many lately
     */
    public void sendLink(Check check, String method) {
        send(check, method, LinkMessage.OCCASION, "links");
    }

    /**
     * Sends to the contact of a check, in the present transaction.
     *
     * @param what that is, such as {@code codes}
     * @throws earnest.ground.Problem 429 if the person was sent too many lately
     */
    public void send(Check check, String method, String occasion, String what) {
        long sent = history.startedSince(check.person(), method, check.startedAt().minus(WINDOW));
        if (sent >= MOST) {
            throw Refusals.tooMany(
                    "This person was sent %d %s within half an hour. Use another check."
                            .formatted(sent, what));
        }
        messages.send(
                occasion,
                check.id(),
                new Recipient(
                        check.ticket(), check.person(), Objects.requireNonNull(check.contact())));
    }
}
