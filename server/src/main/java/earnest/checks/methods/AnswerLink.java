package earnest.checks.methods;

import earnest.links.LinkPurpose;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What stands behind a link for whoever speaks with the desk: it is I, or I did not ask. */
@Component
class AnswerLink implements LinkPurpose {
    static final String PURPOSE = "it-is-me";

    private static final List<Choice> CHOICES =
            List.of(
                    new Choice(LinkBySending.OPENED, "It is I, and I asked for help", false),
                    new Choice(LinkBySending.NOT_ASKED, "I did not ask for this", true));

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final AskingAnalyst asking;
    private final Clock clock;

    AnswerLink(CheckHistory checks, OutsideReplies replies, AskingAnalyst asking, Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.asking = asking;
        this.clock = clock;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    private Optional<Check> open(UUID about) {
        return checks.open(about, clock.instant());
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return open(about).map(this::shown);
    }

    private Shown shown(Check check) {
        String analyst = asking.of(check).orElse("Somebody");
        return new Shown(
                "Are you with the service desk now?",
                List.of(
                        analyst
                                + " of the service desk has somebody there who says they are you"
                                + " and asks for help with getting in.",
                        "Press only if you turned to the desk yourself, just now. If somebody"
                                + " called you and asks you to press: say that you did not ask for"
                                + " it."),
                CHOICES);
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return open(about)
                .map(
                        check -> {
                            replies.became(check.id(), choice, "link", "The link");
                            return new Told(
                                    choice.equals(LinkBySending.OPENED)
                                            ? "Thank you. The service desk sees it now. Go on"
                                                    + " where you speak with them."
                                            : "Thank you. Nothing of yours can be changed now, and"
                                                    + " the service desk is told.");
                        });
    }
}
