package earnest.checks.methods.callback;

import earnest.channels.Messages;
import earnest.channels.OutgoingCalls;
import earnest.channels.Recipient;
import earnest.checks.Holdings;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.CheckWords;
import earnest.checks.methods.ContactWords;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Refusals;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.core.assurance.Route;
import earnest.core.passwords.Secret;
import earnest.ground.JobQueue;
import earnest.ground.Problem;
import earnest.people.ContactKind;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;

/** The desk calls a number on record, and the analyst says who answered and what they said. */
@Component
class CallBack implements ProofMethod {
    private static final String ID = "call-back";
    static final String ANSWERED = "answered";
    private static final Set<String> OVER = Set.of("ended", "dropped");
    private static final Set<String> NOT_ANSWERED = Set.of("declined", "unanswered");
    private static final String NOT_ANSWERED_WORDS = "the call back was not answered";

    private static final List<Form.Choice> HEARD =
            List.of(
                    new Form.Choice("confirmed", "It is them, and they asked for it", 'y'),
                    new Form.Choice("somebody-else", "It is somebody else", 'n'),
                    new Form.Choice("denied", "They did not ask for this", 'd'));

    /**
     * How far the call is.
     *
     * @param line what the line said last, in words
     * @param answeredAt whatever the line said later, or null
     * @param word whether a text brings a word by which they know the desk
     */
    record Placed(String line, @Nullable Instant answeredAt, boolean word) {}

    private final JobQueue jobs;
    private final Tickets tickets;
    private final People people;
    private final ObjectProvider<OutgoingCalls> calls;
    private final ContactWords contacts;
    private final CheckWords words;
    private final Messages messages;
    private final Clock clock;

    CallBack(
            JobQueue jobs,
            Tickets tickets,
            People people,
            ObjectProvider<OutgoingCalls> calls,
            ContactWords contacts,
            CheckWords words,
            Messages messages,
            Clock clock) {
        this.jobs = jobs;
        this.tickets = tickets;
        this.people = people;
        this.calls = calls;
        this.contacts = contacts;
        this.words = words;
        this.messages = messages;
        this.clock = clock;
    }

    @Override
    public String id() {
        return ID;
    }

    /** It may be what brings the person to the line. */
    @Override
    public boolean needsSomebodyOnTheLine() {
        return false;
    }

    @Override
    public boolean aloud() {
        return true;
    }

    @Override
    public List<Possible> offers(Known known) {
        if (calls.getIfAvailable() == null) {
            return List.of();
        }
        return known.contacts().stream()
                .filter(contact -> contact.kind().telephone() && !known.recent(contact))
                .map(CallBack::possible)
                .toList();
    }

    @Override
    public List<String> prospects(Holdings of) {
        return of.contacts().stream()
                .filter(ContactKind::telephone)
                .map(ContactKind::path)
                .toList();
    }

    @Override
    public String missing(Known known) {
        return calls.getIfAvailable() == null
                ? "Nothing here places calls."
                : known.missing(
                        known.contacts().stream().filter(contact -> contact.kind().telephone()),
                        "No telephone of theirs is on record.");
    }

    private static Possible possible(People.Contact contact) {
        String id = ID + ":" + contact.id();
        return new Possible(
                id,
                id,
                contact.path(),
                contact.since(),
                "Call back, " + contact.kind().words(),
                ContactWords.ending(contact),
                contact.id(),
                new Placed("being placed", null, false));
    }

    /** Where a text reaches the line that rings, it brings the word that the analyst will say. */
    @Override
    public String begin(Check check) {
        UUID contact = Objects.requireNonNull(check.contact());
        boolean texts =
                people.contact(check.person(), contact)
                        .flatMap(messages::reach)
                        .filter(reach -> reach.route() == Route.TEXT)
                        .isPresent();
        if (texts) {
            messages.send(
                    CallBackText.OCCASION,
                    check.id(),
                    new Recipient(check.ticket(), check.person(), contact));
        }
        check.keep(new Placed(placed(check).line(), null, texts));
        jobs.soon(CallBacks.KIND, check.id());
        return "called back " + contacts.of(check);
    }

    private static Placed placed(Check check) {
        return check.detail(Placed.class).orElseThrow();
    }

    @Override
    public Result reply(Check check, Reply reply) {
        return switch (reply) {
            case Reply.Chosen(String heard) -> heard(check, heard);
            case Reply.FromOutside(String event) -> became(check, event);
            case Reply.Typed _ -> throw Problem.invalid("Nothing is typed for a call back.");
        };
    }

    private Result heard(Check check, String heard) {
        CheckState state =
                switch (heard) {
                    case "confirmed" -> CheckState.PASSED;
                    case "somebody-else" -> CheckState.FAILED;
                    case "denied" -> CheckState.DENIED;
                    default -> throw Problem.invalid("What was heard is not one of the answers.");
                };
        if (placed(check).answeredAt() == null) {
            throw Refusals.tooEarly(
                    "Nobody answered the call back yet. Wait for the answer, or end it without"
                            + " one.");
        }
        if (state == CheckState.PASSED && check.conversation() != null) {
            tickets.carryTo(check.conversation());
        }
        String words =
                switch (state) {
                    case PASSED -> "heard on the call back that it is {person}";
                    case FAILED -> "heard on the call back that it is not {person}";
                    default -> "heard on the call back that {person} does not ask for this";
                };
        return new Result.Ends(state, words, Result.By.ANALYST);
    }

    /** What the line says late does not overwrite what it said before. */
    private Result became(Check check, String event) {
        Placed before = placed(check);
        boolean late = before.answeredAt() != null && !OVER.contains(event);
        if (late || event.equals(before.line())) {
            return new Result.Nothing();
        }
        if (!event.equals(ANSWERED)) {
            check.keep(new Placed(event, before.answeredAt(), before.word()));
            return NOT_ANSWERED.contains(event)
                    ? new Result.GoesOn(NOT_ANSWERED_WORDS, Result.By.OUTSIDE)
                    : new Result.Nothing();
        }
        check.keep(new Placed(event, clock.instant(), before.word()));
        check.moveTo(tickets.callBackBegins(check.ticket(), check.id().toString()));
        return new Result.GoesOn("the call back was answered", Result.By.OUTSIDE);
    }

    /** A 'no' can be said at any time, also after the call was taken for over. */
    @Override
    public boolean mayStillBeDenied(Check check) {
        return check.detail(Placed.class).map(placed -> placed.answeredAt() != null).orElse(false);
    }

    @Override
    public Result.Ends letGo(Check check) {
        return new Result.Ends(CheckState.UNANSWERED, NOT_ANSWERED_WORDS, Result.By.ANALYST);
    }

    @Override
    public String label(Check check) {
        return "Call back";
    }

    @Override
    public Form form(Check check) {
        Placed placed = placed(check);
        String says =
                switch (placed.line()) {
                    case "being placed" -> "The call is being placed.";
                    case "ringing" -> "It rings.";
                    case ANSWERED ->
                            placed.word()
                                    ? "Somebody answered. Let them hear that it is the desk, then"
                                            + " ask whether they called, and for what."
                                    : "Somebody answered. Ask whether they called the desk, and for"
                                            + " what.";
                    case "declined" -> "The call was declined.";
                    case "unanswered" -> "Nobody answered.";
                    case "ended", "dropped" -> "The call is over.";
                    default -> placed.line();
                };
        @Nullable String word = placed.word() ? word(check) : null;
        return placed.answeredAt() == null
                ? new Form.Wait(says, word)
                : new Form.Choices(says, word, HEARD);
    }

    private String word(Check check) {
        try (Secret word = words.word(check.id())) {
            return word.open(String::new);
        }
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        String where = known.words(check);
        return switch (check.state()) {
            case PASSED -> new Explained("Called back, " + where, ContactWords.since(check));
            case FAILED -> new Explained("Call back, " + where, "it was somebody else");
            default -> new Explained("Call back, " + where, null);
        };
    }
}
