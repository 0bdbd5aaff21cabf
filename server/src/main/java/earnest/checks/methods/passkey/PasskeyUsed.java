package earnest.checks.methods.passkey;

import earnest.checks.Holdings;
import earnest.checks.PasskeyAnswers;
import earnest.checks.Passkeys;
import earnest.checks.methods.BySending;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.ContactSending;
import earnest.checks.methods.ContactWords;
import earnest.checks.methods.Enrolling;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.checks.methods.TryWords;
import earnest.core.assurance.Route;
import earnest.ground.Problem;
import earnest.links.Links;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * The person uses a passkey: on a page of their own in the very browser that asks, where nothing
 * can be read out to anybody; or, for a call, on the page of a link that goes to a contact of
 * theirs. Since they may be talked into that on another line, it counts as read out.
 */
@Component
class PasskeyUsed implements ProofMethod {
    static final String ID = "passkey";
    static final String USED = "used";
    static final String NOT_ASKED = "not-asked";

    private static final String LABEL = "Passkey";
    private static final int TRIES = 3;
    private static final Duration LASTS = BySending.LASTS;

    private final Passkeys passkeys;
    private final PasskeyAnswers answers;
    private final OwnPasskey own;
    private final ContactSending sending;
    private final ContactWords contacts;
    private final Links links;

    PasskeyUsed(
            Passkeys passkeys,
            PasskeyAnswers answers,
            OwnPasskey own,
            ContactSending sending,
            ContactWords contacts,
            Links links) {
        this.passkeys = passkeys;
        this.answers = answers;
        this.own = own;
        this.sending = sending;
        this.contacts = contacts;
        this.links = links;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public int tries() {
        return TRIES;
    }

    @Override
    public Duration lasts() {
        return LASTS;
    }

    /** All that are not new may answer; they count as one, by the one that they have longest. */
    @Override
    public List<Possible> offers(Known known) {
        List<Passkeys.OfPerson> theirs =
                passkeys.of(known.person()).stream()
                        .filter(one -> !known.recent(one.since()))
                        .toList();
        if (theirs.isEmpty()) {
            return List.of();
        }
        Passkeys.OfPerson first = theirs.getFirst();
        Asked asked = new Asked(theirs.stream().map(Passkeys.OfPerson::id).toList());
        String path = "device:" + first.id();
        if (known.onOwnPage()) {
            return List.of(new Possible(ID, ID, path, first.since(), LABEL, null, null, asked));
        }
        return reached(known)
                .map(
                        contact ->
                                new Possible(
                                        ID,
                                        ID,
                                        path,
                                        first.since(),
                                        "Passkey, link to " + contact.kind().words(),
                                        ContactWords.ending(contact),
                                        contact.id(),
                                        asked,
                                        true))
                .stream()
                .toList();
    }

    @Override
    public List<String> prospects(Holdings of) {
        return of.enrolled().contains("passkey") ? List.of("device:passkey") : List.of();
    }

    @Override
    public String missing(Known known) {
        return known.missing(
                passkeys.of(known.person()).stream().map(Passkeys.OfPerson::since).toList());
    }

    /** Where the link goes: to a telephone if there is one, else to a mailbox. */
    private Optional<People.Contact> reached(Known known) {
        return Stream.of(Route.TEXT, Route.MAIL)
                .flatMap(route -> sending.reached(known, route).stream())
                .findFirst();
    }

    @Override
    public String begin(Check check) {
        if (check.contact() == null) {
            return "asked for a passkey";
        }
        links.make(PasskeyLink.PURPOSE, check.id(), LASTS);
        sending.sendLink(check, ID);
        return "sent a link to " + contacts.of(check) + ", for a passkey";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        return switch (reply) {
            case Reply.Typed(var typed) when check.contact() == null ->
                    answers.answers(check.id(), Asked.of(check).passkeys(), typed)
                            ? passed()
                            : new Result.Wrong(
                                    "as {person}, used no passkey of theirs, "
                                            + TryWords.left(check, TRIES)
                                            + " left",
                                    "as {person}, used no passkey of theirs for the last time",
                                    Result.By.CALLER);
            case Reply.FromOutside(String event) ->
                    event.equals(USED)
                            ? passed()
                            : new Result.Ends(
                                    CheckState.DENIED,
                                    "heard where {person} is reached that they did not ask for"
                                            + " this",
                                    Result.By.OUTSIDE);
            default -> throw Problem.invalid("A passkey is used in a browser.");
        };
    }

    private static Result.Ends passed() {
        return new Result.Ends(
                CheckState.PASSED, "as {person}, used their passkey", Result.By.CALLER);
    }

    @Override
    public Result.Ends letGo(Check check) {
        links.end(check.id());
        return new Result.Ends(CheckState.UNANSWERED, "let a passkey go unused", Result.By.ANALYST);
    }

    @Override
    public Result.Ends runOut(Check check) {
        links.end(check.id());
        return new Result.Ends(
                CheckState.UNANSWERED, "did not use a passkey in time", Result.By.CALLER);
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        LABEL,
                        "by finger, face or its own code, if you set one up",
                        0,
                        "Press, and this device asks whether it is you.",
                        12));
    }

    @Override
    public Optional<String> browserAsks(UUID of) {
        return Optional.of(answers.asks(of));
    }

    @Override
    public Optional<Enrolling> enrolling() {
        return Optional.of(own);
    }

    @Override
    public String label(Check check) {
        return LABEL;
    }

    @Override
    public Form form(Check check) {
        return new Form.Link(
                "A link goes to %s. Ask them to open it where their passkey is, and to use that."
                        .formatted(contacts.of(check)));
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "their own";
                    case FAILED -> "none of theirs";
                    case DENIED -> "did not ask for it";
                    default -> null;
                };
        return new Explained(LABEL, note);
    }

    @Override
    public List<String> devices(UUID person) {
        return passkeys.of(person).isEmpty() ? List.of() : List.of("passkey");
    }
}
