package earnest.checks.methods.badge;

import earnest.channels.TicketChannels;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.ground.Problem;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;

/**
 * Somebody who stands before the analyst shows their badge; the analyst compares it with their face
 * and with the page. Only where they were seen: a badge held into a camera is a picture of one.
 */
@Component
class BadgeShown implements ProofMethod {
    private static final String ID = "badge";
    private static final String LABEL = "Badge in person";

    /** All three, or it does not count: a borrowed badge has the right name, too. */
    private static final Form FORM =
            new Form.Choices(
                    "Take the badge in your hand. Compare the photograph with the face, the name"
                            + " with this page, and look whether it is still good.",
                    List.of(
                            new Form.Choice("fits", "Face, name and date all fit", 'y'),
                            new Form.Choice("differs", "Something does not fit", 'n'),
                            new Form.Choice("none", "They have no badge with them", 'e')));

    private final TicketChannels channels;

    BadgeShown(TicketChannels channels) {
        this.channels = channels;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public String title() {
        return "Badge in person";
    }

    @Override
    public List<Possible> offers(Known known) {
        boolean seen =
                channels.channel(known.ticket().channel()).inPerson()
                        && known.ticket().conversation() != null;
        return seen
                ? List.of(
                        new Possible(
                                ID,
                                ID,
                                "badge:" + known.person(),
                                null,
                                LABEL,
                                "compare face, name and date",
                                null,
                                null))
                : List.of();
    }

    @Override
    public boolean standsBehind(Check check) {
        return true;
    }

    @Override
    public String missing(Known known) {
        return "They do not stand before you.";
    }

    @Override
    public String begin(Check check) {
        return "asked to see the badge";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        String choice = reply instanceof Reply.Chosen(String chosen) ? chosen : "";
        return switch (choice) {
            case "fits" ->
                    new Result.Ends(
                            CheckState.PASSED,
                            "compared the badge of {person}: face, name and date fit",
                            Result.By.ANALYST);
            case "differs" ->
                    new Result.Ends(
                            CheckState.FAILED,
                            "compared the badge of {person}: it does not fit",
                            Result.By.ANALYST);
            case "none" ->
                    new Result.Ends(
                            CheckState.UNANSWERED,
                            "was told by whoever says they are {person} that they have no badge"
                                    + " with them",
                            Result.By.ANALYST);
            default -> throw Problem.invalid("Say whether the badge fits.");
        };
    }

    @Override
    public String label(Check check) {
        return LABEL;
    }

    @Override
    public Form form(Check check) {
        return FORM;
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "face, name and date compared";
                    case FAILED -> "did not fit";
                    default -> null;
                };
        return new Explained(LABEL, note);
    }
}
