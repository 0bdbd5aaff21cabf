package earnest.checks.described;

import earnest.checks.methods.AskingAnalyst;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.ContactWords;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Refusals;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.ground.JobQueue;
import earnest.ground.Problem;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** A service that was described, as a method of proof. */
final class OutsideMethod implements ProofMethod {
    /** What the worker tells, with what stands behind it. */
    static final String ASKED = "asked:";

    static final String TROUBLE = "trouble:";
    static final String REFUSED = "refused:";

    private static final int MOST = 4;
    private static final Duration WINDOW = Duration.ofMinutes(30);

    /**
     * How far it is.
     *
     * @param reference by which the service knows the question, or null before it was asked
     * @param trouble why it cannot be asked, or null
     */
    record Asked(String service, @Nullable String reference, @Nullable String trouble) {
        static Asked of(Check check) {
            return check.detail(Asked.class).orElseThrow();
        }
    }

    /** What every such method needs. */
    @Component
    record Parts(
            CheckHistory history,
            JobQueue jobs,
            People people,
            ContactWords contacts,
            AskingAnalyst asking) {}

    private final OutsideService service;
    private final Parts parts;

    OutsideMethod(OutsideService service, Parts parts) {
        this.service = service;
        this.parts = parts;
    }

    @Override
    public String id() {
        return service.id();
    }

    @Override
    public String title() {
        return service.title();
    }

    @Override
    public Duration lasts() {
        return service.lasts();
    }

    @Override
    public List<Possible> offers(Known known) {
        String group = service.group();
        if (group != null && !parts.people.groups(known.person()).contains(group)) {
            return List.of();
        }
        Optional<People.Contact> telephone =
                known.contacts().stream()
                        .filter(one -> one.kind().telephone() && !known.recent(one))
                        .findFirst();
        if (service.callsThem() && telephone.isEmpty()) {
            return List.of();
        }
        return List.of(
                new Possible(
                        service.id(),
                        service.id(),
                        service.id() + ":" + known.person(),
                        null,
                        service.title(),
                        service.callsThem() ? telephone.map(ContactWords::ending).get() : null,
                        service.callsThem() ? telephone.map(People.Contact::id).get() : null,
                        new Asked(service.id(), null, null)));
    }

    @Override
    public String missing(Known known) {
        String group = service.group();
        return group != null && !parts.people.groups(known.person()).contains(group)
                ? "It does not know them."
                : known.missing(
                        known.contacts().stream().filter(one -> one.kind().telephone()),
                        "No telephone of theirs is on record.");
    }

    @Override
    public String begin(Check check) {
        long asked =
                parts.history.startedSince(check.person(), id(), check.startedAt().minus(WINDOW));
        if (asked >= MOST) {
            throw Refusals.tooMany(
                    "It was asked %d times about this person within half an hour. Use another check."
                            .formatted(asked));
        }
        parts.jobs.soon(AsksServices.KIND, check.id());
        return "had %s look at whether it is {person}".formatted(service.title());
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.FromOutside(String event))) {
            throw Problem.invalid("It is the service that answers.");
        }
        if (event.startsWith(ASKED)) {
            check.keep(new Asked(id(), event.substring(ASKED.length()), null));
            return new Result.Nothing();
        }
        if (event.startsWith(TROUBLE)) {
            check.keep(
                    new Asked(
                            id(), Asked.of(check).reference(), event.substring(TROUBLE.length())));
            return new Result.Nothing();
        }
        if (event.startsWith(REFUSED)) {
            return ended(
                    CheckState.UNANSWERED,
                    "could not be asked: " + event.substring(REFUSED.length()));
        }
        return switch (OutsideService.Meaning.valueOf(event)) {
            case YES -> ended(CheckState.PASSED, "said that it is {person}");
            case NO -> ended(CheckState.FAILED, "said that it is not {person}");
            case DENIED -> ended(CheckState.DENIED, "said that {person} did not ask for this");
            case OVER -> ended(CheckState.UNANSWERED, "came to nothing");
        };
    }

    private static Result ended(CheckState state, String words) {
        return new Result.Ends(state, words, Result.By.OUTSIDE);
    }

    @Override
    public Result.Ends runOut(Check check) {
        return new Result.Ends(CheckState.UNANSWERED, "did not answer in time", Result.By.OUTSIDE);
    }

    @Override
    public String label(Check check) {
        return service.title();
    }

    @Override
    public Form form(Check check) {
        Asked asked = Asked.of(check);
        String trouble = asked.trouble();
        if (trouble != null) {
            return new Form.Wait(
                    "%s cannot be asked now: %s. It is tried again. Or end this and choose another check."
                            .formatted(service.title(), trouble));
        }
        return new Form.Wait(
                asked.reference() == null
                        ? "%s is being asked.".formatted(service.title())
                        : "%s asks them now. What it says shows here.".formatted(service.title()));
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "says that it is they";
                    case FAILED -> "says that it is not they";
                    case DENIED -> "says that they did not ask";
                    default -> null;
                };
        return new Explained(service.title(), note);
    }
}
