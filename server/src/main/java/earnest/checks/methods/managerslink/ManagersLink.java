package earnest.checks.methods.managerslink;

import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.checks.methods.Approvers;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.ContactWords;
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
 * The manager says whether it is right. It counts as being reached at the manager's mailbox and no
 * more, since the manager does not sign in.
 */
@Component
class ManagersLink implements ProofMethod {
    static final String ID = "approver-link";
    static final String PRESSED = "pressed";
    static final String YES = "yes";
    static final String NO = "no";
    static final String NOT_ASKED = "not-asked";
    private static final Duration LASTS = Duration.ofMinutes(30);

    private final Approvers approvers;
    private final People people;
    private final Messages messages;
    private final Links links;

    ManagersLink(Approvers approvers, People people, Messages messages, Links links) {
        this.approvers = approvers;
        this.people = people;
        this.messages = messages;
        this.links = links;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public Duration lasts() {
        return LASTS;
    }

    @Override
    public boolean needsSomebodyOnTheLine() {
        return false;
    }

    @Override
    public List<Possible> offers(Known known) {
        return approvers
                .of(known)
                .flatMap(in -> mailbox(in.person(), known).map(box -> possible(in, box)))
                .stream()
                .toList();
    }

    private Optional<People.Contact> mailbox(People.Person manager, Known known) {
        return people.contacts(manager.id()).stream()
                .filter(contact -> contact.kind().behindTheLock() && !known.recent(contact))
                .filter(
                        contact ->
                                messages.reach(contact)
                                        .filter(reach -> reach.route() == Route.MAIL)
                                        .isPresent())
                .findFirst();
    }

    private static Possible possible(Approvers.Approver in, People.Contact mailbox) {
        People.Person person = in.person();
        People.Person away = in.away();
        String id = ID + ":" + person.id();
        return new Possible(
                id,
                id,
                "approver:" + person.id(),
                mailbox.since(),
                away == null ? "Ask the manager" : "Ask the manager's deputy",
                person.name()
                        + (away == null ? "" : " for " + away.name() + ", who is away")
                        + ", by a link to their mail",
                null,
                new Asked(
                        person.id(),
                        person.name(),
                        mailbox.id(),
                        false,
                        away == null ? null : away.name()));
    }

    static Asked asked(Check check) {
        return check.detail(Asked.class).orElseThrow();
    }

    @Override
    public String begin(Check check) {
        Asked asked = asked(check);
        links.make(Approval.PURPOSE, check.id(), LASTS);
        messages.send(
                ApprovalMessage.OCCASION,
                check.id(),
                new Recipient(check.ticket(), asked.approver(), asked.contact()));
        return "asked the manager of {person} by a link to their mail";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.FromOutside(String event))) {
            throw Problem.invalid("The manager answers on the page of the link.");
        }
        if (event.equals(PRESSED)) {
            check.keep(asked(check).whoPressed());
            return new Result.GoesOn("opened the link about {person}", Result.By.OUTSIDE);
        }
        return switch (event) {
            case YES -> ended(CheckState.PASSED, "said that it is right for {person}");
            case NO -> ended(CheckState.FAILED, "said that it is not right for {person}");
            default -> ended(CheckState.FAILED, "said that {person} did not ask them");
        };
    }

    private static Result ended(CheckState state, String words) {
        return new Result.Ends(state, words, Result.By.OUTSIDE);
    }

    @Override
    public Result.Ends letGo(Check check) {
        links.end(check.id());
        return new Result.Ends(
                CheckState.UNANSWERED,
                "did not wait for the manager of {person}",
                Result.By.ANALYST);
    }

    @Override
    public Result.Ends runOut(Check check) {
        links.end(check.id());
        return new Result.Ends(
                CheckState.UNANSWERED,
                "got no answer of the manager of {person} in time",
                Result.By.OUTSIDE);
    }

    @Override
    public String label(Check check) {
        return "Manager's answer";
    }

    @Override
    public Form form(Check check) {
        Asked asked = asked(check);
        if (asked.pressed()) {
            return new Form.Link(asked.name() + " opened the link and has not answered yet.");
        }
        List<Messages.Sent> sent = messages.about(check.id());
        if (sent.isEmpty()) {
            return new Form.Link("The link goes to " + asked.name() + ".");
        }
        return new Form.Link(sent.getLast().going(asked.name()));
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        Asked asked = asked(check);
        String who =
                (asked.standsInFor() == null ? "Manager" : "Manager's deputy")
                        + " by link, "
                        + asked.name();
        return switch (check.state()) {
            case PASSED -> new Explained(who, ContactWords.since(check));
            case FAILED -> new Explained(who, "said no");
            default -> new Explained(who, null);
        };
    }
}
