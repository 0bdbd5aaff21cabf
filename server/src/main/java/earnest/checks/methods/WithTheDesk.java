package earnest.checks.methods;

import earnest.links.LinkPurpose;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * What whoever speaks with the desk reads behind a link, whatever they answer there with. Since
 * they may be talked into it, it says the same everywhere: who asks, and what to do if they did
 * not.
 */
@Component
public class WithTheDesk {
    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final AskingAnalyst asking;
    private final Clock clock;

    WithTheDesk(CheckHistory checks, OutsideReplies replies, AskingAnalyst asking, Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.asking = asking;
        this.clock = clock;
    }

    /** The check behind a link, if it is under way. */
    public Optional<Check> open(UUID about) {
        return checks.open(about, clock.instant());
    }

    /**
     * The page.
     *
     * @param deed what a yes is done by, such as {@code Press}
     * @param browserAsks as of {@link LinkPurpose.Shown}
     */
    public LinkPurpose.Shown shown(
            Check check,
            String deed,
            List<LinkPurpose.Choice> choices,
            @Nullable String browserAsks) {
        return new LinkPurpose.Shown(
                "Are you with the service desk now?",
                List.of(
                        asking.of(check).orElse("Somebody")
                                + " of the service desk has somebody there who says they are you"
                                + " and asks for help with getting in.",
                        deed
                                + " only if you turned to the desk yourself, just now. If somebody"
                                + " called you and asks you to: say that you did not ask for it."),
                choices,
                browserAsks,
                0);
    }

    /** Takes the answer, in the present transaction; gives what whoever answered is told. */
    public LinkPurpose.Told answered(Check check, String choice, boolean yes) {
        replies.became(check.id(), choice, "link", "The link");
        return new LinkPurpose.Told(
                yes
                        ? "Thank you. The service desk sees it now. Go on where you speak with"
                                + " them."
                        : "Thank you. Nothing of yours can be changed now, and the service desk is"
                                + " told.");
    }
}
