package earnest.checks.methods.tap;

import earnest.checks.Devices;
import earnest.checks.Holdings;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.CheckWords;
import earnest.checks.methods.Enrolling;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Refusals;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.checks.methods.TryWords;
import earnest.ground.JobQueue;
import earnest.ground.Problem;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * The person says yes on a device of their own, which shows who asks, for whom and what for; then
 * it shows a word, and they say that word. So a yes that was pressed to be left in peace is not
 * enough, and neither is a word that was guessed. What they say may still be read out to somebody
 * on another line: the rulebook counts it so.
 */
@Component
class TapApprove implements ProofMethod {
    static final String ID = "tap-approve";
    static final String YES = "yes";
    static final String NO = "no";
    static final String NOT_ASKED = "not-asked";
    static final String FORCED = "forced";

    /** What the outside service says, beside yes and no. */
    static final String ASKED = "asked ";

    static final String TROUBLE = "trouble ";
    static final String RAN_OUT = "ran-out";
    static final String UNKNOWN = "unknown";

    private static final int TRIES = 3;
    static final Duration LASTS = Duration.ofMinutes(5);

    /** Whoever asks again and again hopes for one yes in anger. */
    private static final int MOST = 4;

    private static final Duration WINDOW = Duration.ofMinutes(30);

    private final Devices devices;
    private final OwnDevice own;
    private final OutsideTap outside;
    private final JobQueue jobs;
    private final CheckWords words;
    private final CheckHistory history;
    private final Tickets tickets;

    TapApprove(
            Devices devices,
            OwnDevice own,
            OutsideTap outside,
            JobQueue jobs,
            CheckWords words,
            CheckHistory history,
            Tickets tickets) {
        this.devices = devices;
        this.own = own;
        this.outside = outside;
        this.jobs = jobs;
        this.words = words;
        this.history = history;
        this.tickets = tickets;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public String title() {
        return "Yes on their device";
    }

    @Override
    public int tries() {
        return TRIES;
    }

    @Override
    public Duration lasts() {
        return LASTS;
    }

    /** One of several is told by its name; the first keeps the method's own id. */
    @Override
    public List<Possible> offers(Known known) {
        List<Possible> possible = new ArrayList<>();
        for (Devices.OfPerson device : devices.of(known.person())) {
            if (!known.recent(device.since())) {
                String id = possible.isEmpty() ? ID : ID + ":" + device.id();
                possible.add(
                        new Possible(
                                id,
                                id,
                                "device:" + device.id(),
                                device.since(),
                                "Yes on their " + device.name(),
                                "they say the word that it shows",
                                null,
                                Tapped.on(device.id())));
            }
        }
        outside.of(known.person())
                .ifPresent(
                        provider ->
                                possible.add(
                                        new Possible(
                                                ID + ":outside",
                                                ID + ":outside",
                                                "device:outside-" + known.person(),
                                                null,
                                                "Yes on their device, by " + provider.name(),
                                                "they say the word that it shows",
                                                null,
                                                Tapped.outside())));
        return possible;
    }

    @Override
    public List<String> prospects(Holdings of) {
        return of.enrolled().contains("device") ? List.of("device:tap") : List.of();
    }

    @Override
    public String missing(Known known) {
        return known.missing(
                devices.of(known.person()).stream().map(Devices.OfPerson::since).toList());
    }

    @Override
    public String begin(Check check) {
        long asked = history.startedSince(check.person(), ID, check.startedAt().minus(WINDOW));
        if (asked >= MOST) {
            throw Refusals.tooMany(
                    "Their device was asked %d times within half an hour. Use another check."
                            .formatted(asked));
        }
        if (Tapped.of(check).asksOutside()) {
            jobs.soon(AsksOutside.KIND, check.id());
        }
        return "asked the person on their device";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        return switch (reply) {
            case Reply.FromOutside(String event) -> answered(check, event);
            case Reply.Typed(var typed) -> {
                if (!Tapped.of(check).yes()) {
                    throw Refusals.tooEarly(
                            "They have not said yes on their device yet. It shows the word then.");
                }
                yield words.is(check.id(), typed)
                        ? new Result.Ends(
                                CheckState.PASSED,
                                "as {person}, said the word that their device shows, "
                                        + TryWords.present(check)
                                        + " try",
                                Result.By.CALLER)
                        : new Result.Wrong(
                                "as {person}, said a wrong word, "
                                        + TryWords.left(check, TRIES)
                                        + " left",
                                "as {person}, said a wrong word for the last time",
                                Result.By.CALLER);
            }
            case Reply.Chosen _ -> throw Problem.invalid("The word is typed as it is said.");
        };
    }

    private Result answered(Check check, String event) {
        Tapped before = Tapped.of(check);
        if (event.startsWith(ASKED)) {
            check.keep(before.askedAs(event.substring(ASKED.length())));
            return new Result.Nothing();
        }
        if (event.startsWith(TROUBLE)) {
            check.keep(before.withTrouble(event.substring(TROUBLE.length())));
            return new Result.Nothing();
        }
        switch (event) {
            case RAN_OUT -> {
                return unanswered("was not answered in time");
            }
            case UNKNOWN -> {
                return unanswered("does not know {person}");
            }
            case YES -> {
                Tapped tapped = Tapped.of(check);
                if (tapped.yes()) {
                    return new Result.Nothing();
                }
                check.keep(tapped.saidYes());
                return new Result.GoesOn("said yes", Result.By.OUTSIDE);
            }
            case FORCED -> {
                tickets.warn(check.ticket(), "Says by their device that they are being forced");
                return denied("said that {person} is being forced");
            }
            case NO -> {
                return denied("said no");
            }
            default -> {
                return denied("said that {person} did not ask for this");
            }
        }
    }

    private static Result.Ends unanswered(String words) {
        return new Result.Ends(CheckState.UNANSWERED, words, Result.By.OUTSIDE);
    }

    private static Result.Ends denied(String words) {
        return new Result.Ends(CheckState.DENIED, words, Result.By.OUTSIDE);
    }

    @Override
    public Result.Ends letGo(Check check) {
        return new Result.Ends(
                CheckState.UNANSWERED, "let a question to a device go", Result.By.ANALYST);
    }

    @Override
    public Result.Ends runOut(Check check) {
        return new Result.Ends(
                CheckState.UNANSWERED,
                Tapped.of(check).yes()
                        ? "did not say the word in time"
                        : "did not answer on the device in time",
                Result.By.CALLER);
    }

    @Override
    public Optional<Enrolling> enrolling() {
        return Optional.of(own);
    }

    @Override
    public String label(Check check) {
        return "Yes on their device";
    }

    @Override
    public Form form(Check check) {
        return Tapped.of(check).yes()
                ? new Form.Text(
                        "The word that their device shows now",
                        "They said yes. Ask them for the word; say none yourself.")
                : Tapped.of(check).trouble() != null
                        ? new Form.Wait(
                                "It cannot be asked yet: "
                                        + Tapped.of(check).trouble()
                                        + ". It is tried again. Or end this and choose another"
                                        + " check.")
                        : new Form.Wait(
                                "It is asked now. Ask them to take it out, to read who asks, and to"
                                    + " answer there. If nothing shows, they open it by hand; if"
                                    + " still nothing does, end this and choose another check.");
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "yes, and the word";
                    case FAILED -> "wrong word";
                    case DENIED -> "said no there";
                    default -> null;
                };
        return new Explained("Yes on their device", note);
    }

    @Override
    public List<String> devices(UUID person) {
        return devices.of(person).isEmpty() ? List.of() : List.of("device that answers");
    }
}
