package earnest.checks.methods;

import earnest.checks.Holdings;
import earnest.core.assurance.Route;
import earnest.people.ContactKind;
import earnest.people.People;

import java.time.Duration;
import java.util.List;

/** Something is sent to a contact on record, and comes back from whoever is there. */
public abstract class BySending implements ProofMethod {
    /** How long what is sent is good. */
    public static final Duration LASTS = Duration.ofMinutes(10);

    private final Route route;
    private final ContactSending sending;

    BySending(Route route, ContactSending sending) {
        this.route = route;
        this.sending = sending;
    }

    /** Whether it may go to a contact that the carrier reaches. */
    protected boolean allowed(ContactKind kind) {
        return true;
    }

    /** What is offered for a contact. */
    abstract Possible possible(People.Contact contact, Known known);

    @Override
    public final Duration lasts() {
        return LASTS;
    }

    @Override
    public final List<Possible> offers(Known known) {
        return sending.reached(known, route).stream()
                .filter(contact -> allowed(contact.kind()))
                .map(contact -> possible(contact, known))
                .toList();
    }

    @Override
    public final List<String> prospects(Holdings of) {
        return of.contacts().stream()
                .filter(kind -> route == Route.TEXT ? kind.mobile() : !kind.telephone())
                .filter(this::allowed)
                .map(ContactKind::path)
                .toList();
    }

    @Override
    public String missing(Known known) {
        return known.missing(
                sending.reachable(known, route).stream(),
                route == Route.TEXT
                        ? "No mobile of theirs is on record."
                        : "No mailbox of theirs can be used here.");
    }
}
