package earnest.checks.methods;

import earnest.channels.Messages;
import earnest.core.assurance.Route;
import earnest.ground.Problem;
import earnest.links.Links;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.List;

/**
 * A link is sent to a contact on record. Whoever helps themselves goes on where it is opened, and
 * where it was asked for, the page stops: nothing can be read out to anybody. Whoever speaks with
 * the desk answers there; since they may be talked into that on another line, it counts as read
 * out. A method says by which carrier: it extends this, and is a {@code @Component}.
 */
public abstract class LinkBySending extends BySending {
    static final String OPENED = "opened";
    static final String NOT_ASKED = "not-asked";

    /**
     * What its link is for.
     *
     * @param purpose id of the {@link earnest.links.LinkPurpose} that stands behind it
     */
    record Leads(String purpose) {}

    /** What every such method needs. */
    @Component
    public record Parts(
            ContactSending sending, Messages messages, Links links, ContactWords contacts) {}

    private final ContactSending sending;
    private final Messages messages;
    private final Links links;
    private final ContactWords contacts;

    protected LinkBySending(Route route, Parts parts) {
        super(route, parts.sending);
        this.sending = parts.sending;
        this.messages = parts.messages;
        this.links = parts.links;
        this.contacts = parts.contacts;
    }

    @Override
    Possible possible(People.Contact contact, Known known) {
        String id = id() + ":" + contact.id();
        return new Possible(
                id,
                id,
                contact.path(),
                contact.since(),
                "Link to " + contact.kind().words(),
                ContactWords.ending(contact),
                contact.id(),
                new Leads(known.onOwnPage() ? OwnPageLink.PURPOSE : AnswerLink.PURPOSE),
                known.onOwnPage() ? null : true);
    }

    @Override
    public String begin(Check check) {
        links.make(check.detail(Leads.class).orElseThrow().purpose(), check.id(), LASTS);
        sending.sendLink(check, id());
        return "sent a link to " + contacts.of(check);
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.FromOutside(String event))) {
            throw Problem.invalid("The link is opened where it was sent to.");
        }
        return event.equals(OPENED)
                ? new Result.Ends(
                        CheckState.PASSED, "as {person}, opened the link", Result.By.CALLER)
                : new Result.Ends(
                        CheckState.DENIED,
                        "heard where {person} is reached that they did not ask for this",
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
    public Form form(Check check) {
        List<Messages.Sent> sent = messages.about(check.id());
        if (sent.isEmpty()) {
            return new Form.Link("The link goes to " + contacts.of(check) + ".");
        }
        return new Form.Link(
                sent.getLast().going(contacts.of(check))
                        + " Ask them to open it and to say that it is they.");
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        String where = known.words(check);
        return switch (check.state()) {
            case PASSED -> new Explained("Link answered, " + where, ContactWords.since(check));
            case DENIED -> new Explained("Link to " + where, "did not ask for it");
            default -> new Explained("Link to " + where, null);
        };
    }
}
