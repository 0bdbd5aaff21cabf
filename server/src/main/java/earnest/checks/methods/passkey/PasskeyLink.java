package earnest.checks.methods.passkey;

import earnest.checks.methods.AskingAnalyst;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.OutsideReplies;
import earnest.checks.webauthn.PasskeyAnswers;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.links.LinkPurpose;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What stands behind a link for a passkey: use it, or say that one did not ask. */
@Component
class PasskeyLink implements LinkPurpose {
    static final String PURPOSE = "passkey";

    private static final List<Choice> CHOICES =
            List.of(
                    new Choice(PasskeyUsed.USED, "It is I: use my passkey", false),
                    new Choice(PasskeyUsed.NOT_ASKED, "I did not ask for this", true));

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final PasskeyAnswers answers;
    private final AskingAnalyst asking;
    private final Clock clock;

    PasskeyLink(
            CheckHistory checks,
            OutsideReplies replies,
            PasskeyAnswers answers,
            AskingAnalyst asking,
            Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.answers = answers;
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
        return open(about)
                .map(
                        check ->
                                new Shown(
                                        "Are you with the service desk now?",
                                        List.of(
                                                asking.of(check).orElse("Somebody")
                                                        + " of the service desk has somebody there"
                                                        + " who says they are you and asks for help"
                                                        + " with getting in.",
                                                "Use your passkey only if you turned to the desk"
                                                        + " yourself, just now. If somebody called"
                                                        + " you and asks you to: say that you did"
                                                        + " not ask for it."),
                                        CHOICES,
                                        answers.asks(about),
                                        0));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return answered(about, choice, null);
    }

    /** The link is used up only by a passkey that is theirs, or by a 'no'. */
    @Override
    public Optional<Told> answered(UUID about, String choice, @Nullable Secret given) {
        return open(about)
                .map(
                        check -> {
                            boolean used = choice.equals(PasskeyUsed.USED);
                            if (used
                                    && (given == null
                                            || !answers.answers(
                                                    check.id(),
                                                    Asked.of(check).passkeys(),
                                                    given))) {
                                throw Problem.invalid(
                                        "That is no passkey that you set up here. Try another, or"
                                                + " tell the service desk.");
                            }
                            replies.became(check.id(), choice, "link", "The link");
                            return new Told(
                                    used
                                            ? "Thank you. The service desk sees it now. Go on where"
                                                    + " you speak with them."
                                            : "Thank you. Nothing of yours can be changed now, and"
                                                    + " the service desk is told.");
                        });
    }
}
