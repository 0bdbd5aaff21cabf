package earnest.checks.methods;

import earnest.channels.Messages;
import earnest.core.assurance.Route;
import earnest.ground.Problem;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.List;

/**
 * A code is sent to a contact on record, and read back by whoever is there. A method says by which
 * carrier: it extends this, and is a {@code @Component}.
 */
public abstract class CodeBySending extends BySending {
    protected static final int DIGITS = 6;
    private static final int TRIES = 3;

    private final ContactSending sending;
    private final SentCodes codes;
    private final Messages messages;
    private final ContactWords contacts;

    /**
     * What every such method needs.
     *
     * @param codes that are made again when they are needed
     */
    @Component
    public record Parts(
            ContactSending sending, SentCodes codes, Messages messages, ContactWords contacts) {}

    protected CodeBySending(Route route, Parts parts) {
        super(route, parts.sending);
        this.sending = parts.sending;
        this.codes = parts.codes;
        this.messages = parts.messages;
        this.contacts = parts.contacts;
    }

    @Override
    public int tries() {
        return TRIES;
    }

    @Override
    Possible possible(People.Contact contact, Known known) {
        String id = id() + ":" + contact.id();
        return new Possible(
                id,
                id,
                contact.path(),
                contact.since(),
                "Code to " + contact.kind().words(),
                ContactWords.ending(contact),
                contact.id(),
                null);
    }

    @Override
    public String begin(Check check) {
        sending.send(check, id(), CodeMessage.OCCASION, "codes");
        return "sent a code to " + contacts.of(check);
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.Typed(var typed))) {
            throw Problem.invalid("The code is typed as it is read.");
        }
        if (codes.is(check.id(), typed)) {
            return new Result.Ends(
                    CheckState.PASSED,
                    "as {person}, read back the code, " + TryWords.present(check) + " try",
                    Result.By.CALLER);
        }
        return new Result.Wrong(
                "as {person}, read back a wrong code, " + TryWords.left(check, TRIES) + " left",
                "as {person}, read back a wrong code for the last time",
                Result.By.CALLER);
    }

    @Override
    public Result.Ends letGo(Check check) {
        return new Result.Ends(
                CheckState.UNANSWERED, "let a code go unanswered", Result.By.ANALYST);
    }

    @Override
    public Result.Ends runOut(Check check) {
        return new Result.Ends(
                CheckState.UNANSWERED, "did not read the code back in time", Result.By.CALLER);
    }

    @Override
    public Form form(Check check) {
        List<Messages.Sent> sent = messages.about(check.id());
        Messages.Sent last = sent.isEmpty() ? null : sent.getLast();
        String asks = "The six digits that were sent";
        if (last == null) {
            return new Form.Code(asks, DIGITS, null, false);
        }
        String trouble = last.said();
        return new Form.Code(
                asks,
                DIGITS,
                "The "
                        + last.brings()
                        + " "
                        + last.state().words()
                        + (trouble == null ? "" : ": " + trouble),
                trouble != null);
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        String where = known.words(check);
        return switch (check.state()) {
            case PASSED -> new Explained("Code read back, " + where, ContactWords.since(check));
            case FAILED -> new Explained("Code to " + where, "wrong");
            default -> new Explained("Code to " + where, null);
        };
    }

    @Override
    public boolean isIn(Check check, String text) {
        return codes.isIn(check.id(), text.replaceAll("[^0-9]", ""));
    }
}
