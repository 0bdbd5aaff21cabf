package earnest.checks.methods.linkbytext;

import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.ContactSending;
import earnest.checks.methods.ContactWords;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.core.assurance.Route;
import earnest.ground.Problem;
import earnest.links.Links;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * A link goes to a phone on record. Where it is opened, the page goes on, and where it was asked
 * for, it stops: so whoever goes on holds the phone, and nothing can be read out to anybody.
 */
@Component
class LinkByText implements ProofMethod {
    static final String ID = "link-by-text";
    static final String OPENED = "opened";
    static final String NOT_ASKED = "not-asked";
    private static final Duration LASTS = Duration.ofMinutes(10);

    private final ContactSending sending;
    private final Links links;
    private final ContactWords contacts;

    LinkByText(ContactSending sending, Links links, ContactWords contacts) {
        this.sending = sending;
        this.links = links;
        this.contacts = contacts;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public Duration lasts() {
        return LASTS;
    }

    /** A caller has no page that could move. */
    @Override
    public boolean atDesk() {
        return false;
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        "Link to your phone",
                        "the one that ends in %s",
                        0,
                        "A link is on its way to your phone, by text. Open it there: you go on on"
                                + " the phone, and this page stops.",
                        85));
    }

    @Override
    public List<Possible> offers(Known known) {
        return sending.reached(known, Route.TEXT).stream().map(this::possible).toList();
    }

    private Possible possible(People.Contact contact) {
        String id = ID + ":" + contact.id();
        return new Possible(
                id,
                id,
                contact.path(),
                contact.since(),
                "Link to " + contact.kind().words(),
                ContactWords.ending(contact),
                contact.id(),
                null);
    }

    @Override
    public String begin(Check check) {
        links.make(OwnPageLink.PURPOSE, check.id(), LASTS);
        sending.send(check, ID, OwnPageMessage.OCCASION, "links");
        return "sent a link to " + contacts.of(check);
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.FromOutside(String event))) {
            throw Problem.invalid("The link is opened on the phone.");
        }
        return event.equals(OPENED)
                ? new Result.Ends(
                        CheckState.PASSED, "as {person}, opened the link", Result.By.CALLER)
                : new Result.Ends(
                        CheckState.DENIED,
                        "heard on the phone of {person} that they did not ask for this",
                        Result.By.OUTSIDE);
    }

    @Override
    public Result.Ends letGo(Check check) {
        links.end(check.id());
        return new Result.Ends(CheckState.UNANSWERED, "let a link go unopened", Result.By.ANALYST);
    }

    @Override
    public Result.Ends runOut(Check check) {
        links.end(check.id());
        return new Result.Ends(
                CheckState.UNANSWERED, "did not open the link in time", Result.By.CALLER);
    }

    @Override
    public String label(Check check) {
        return "Link by text";
    }

    @Override
    public Form form(Check check) {
        return new Form.Link("The link goes to " + contacts.of(check) + ".");
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        String where = known.words(check);
        return switch (check.state()) {
            case PASSED -> new Explained("Link opened, " + where, ContactWords.since(check));
            case DENIED -> new Explained("Link to " + where, "did not ask for it");
            default -> new Explained("Link to " + where, null);
        };
    }
}
