package earnest.checks.methods;

import earnest.links.LinkPurpose;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What stands behind the link: go on here, or say that one did not ask for it. */
@Component
class OwnPageLink implements LinkPurpose {
    static final String PURPOSE = "own-page";

    private static final Shown SHOWN =
            new Shown(
                    "Is it you who asked for this?",
                    List.of(
                            "Somebody asked for help in your name, on another page. If it was you,"
                                    + " go on here; the other page stops.",
                            "If somebody sent you this link and asks you to press: do not. Say"
                                    + " that you did not ask for it."),
                    List.of(
                            new Choice(LinkBySending.OPENED, "It is me: go on here", false),
                            new Choice(LinkBySending.NOT_ASKED, "I did not ask for this", true)));

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final Clock clock;

    OwnPageLink(CheckHistory checks, OutsideReplies replies, Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.clock = clock;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    /** Only there does the page move; elsewhere it would go on with whoever asked. */
    @Override
    public String page() {
        return OwnPage.ADDRESS;
    }

    private Optional<Check> open(UUID about) {
        return checks.open(about, clock.instant());
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return open(about).map(check -> SHOWN);
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return open(about)
                .map(
                        check -> {
                            replies.became(check.id(), choice, "link", "The link");
                            return new Told(
                                    choice.equals(LinkBySending.OPENED)
                                            ? "You go on here."
                                            : "Thank you. Nothing of yours can be changed now, and"
                                                    + " the service desk is told.");
                        });
    }
}
