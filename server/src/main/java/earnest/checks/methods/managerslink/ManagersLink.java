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

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * The manager says whether it is right. It counts as being reached at the manager's mailbox and no
 * more, since the manager does not sign in.
 */
@Component
class ManagersLink implements ProofMethod {
    static final String ID = "approver-link";
    static final String PRESSED = "pressed";
    static final String YES = "yes";
    static final String KNEW = "yes-knew";
    static final String NO = "no";
    static final String AWAY = "away";
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
    public String title() {
        return "The manager answers a link";
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
                .of(known, whoSaidAway(known))
                .flatMap(
                        in ->
                                mailbox(in.person(), known)
                                        .map(
                                                box ->
                                                        possible(
                                                                in,
                                                                box,
                                                                mobile(in.person(), known)
                                                                        .orElse(null))))
                .stream()
                .toList();
    }

    @Override
    public String missing(Known known) {
        return "No manager is on record who can be asked, or their mailbox is too new.";
    }

    /** Those who said on this ticket that somebody else has to be asked. */
    private static Set<UUID> whoSaidAway(Known known) {
        return known.checks().stream()
                .map(ManagersLink::asked)
                .filter(Asked::saidAway)
                .map(Asked::approver)
                .collect(Collectors.toSet());
    }

    /** Beside the mailbox, so that a mailbox that nobody reads holds nobody up. */
    private Optional<UUID> mobile(People.Person manager, Known known) {
        return people.contacts(manager.id()).stream()
                .filter(contact -> !known.recent(contact))
                .filter(
                        contact ->
                                messages.reach(contact)
                                        .filter(reach -> reach.route() == Route.TEXT)
                                        .isPresent())
                .map(People.Contact::id)
                .findFirst();
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

    private static Possible possible(
            Approvers.Approver in, People.Contact mailbox, @Nullable UUID mobile) {
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
                        + (mobile == null
                                ? ", by a link to their mail"
                                : ", by a link to their mail and mobile"),
                null,
                new Asked(
                        person.id(),
                        person.name(),
                        mailbox.id(),
                        mobile,
                        false,
                        away == null ? null : away.name(),
                        false,
                        null));
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
        UUID second = asked.second();
        if (second != null) {
            messages.send(
                    ApprovalMessage.OCCASION,
                    check.id(),
                    new Recipient(check.ticket(), asked.approver(), second));
        }
        return "asked the manager of {person} by a link";
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
        int end = event.indexOf('\n');
        String choice = end < 0 ? event : event.substring(0, end);
        String added = end < 0 ? "" : event.substring(end + 1);
        check.keep(asked(check).whoSaid(choice.equals(AWAY), added.isEmpty() ? null : added));
        return switch (choice) {
            case YES ->
                    ended(CheckState.PASSED, "said that it is right for {person}: spoke with them");
            case KNEW -> ended(CheckState.PASSED, "said that it is right for {person}: knew of it");
            case AWAY ->
                    ended(CheckState.UNANSWERED, "said that their deputy is asked for {person}");
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
        return new Form.Link(
                sent.stream().map(one -> one.going(asked.name())).collect(Collectors.joining(" ")));
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        Asked asked = asked(check);
        String who =
                (asked.standsInFor() == null ? "Manager" : "Manager's deputy")
                        + " by link, "
                        + asked.name();
        String added = asked.comment() == null ? "" : ", “%s”".formatted(asked.comment());
        return switch (check.state()) {
            case PASSED -> new Explained(who, ContactWords.since(check) + added);
            case FAILED -> new Explained(who, "said no" + added);
            case UNANSWERED ->
                    new Explained(who, asked.saidAway() ? "is away: ask the deputy" + added : null);
            default -> new Explained(who, null);
        };
    }
}
