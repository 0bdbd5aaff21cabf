package earnest.checks.methods.passkey;

import earnest.checks.PasskeyAnswers;
import earnest.checks.methods.Check;
import earnest.checks.methods.WithTheDesk;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.links.LinkPurpose;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

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

    private final WithTheDesk desk;
    private final PasskeyAnswers answers;

    PasskeyLink(WithTheDesk desk, PasskeyAnswers answers) {
        this.desk = desk;
        this.answers = answers;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return desk.open(about)
                .map(check -> desk.shown(check, "Use your passkey", CHOICES, answers.asks(about)));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return answered(about, choice, null);
    }

    /** The link is used up only by a passkey that is theirs, or by a 'no'. */
    @Override
    public Optional<Told> answered(UUID about, String choice, @Nullable Secret given) {
        return desk.open(about)
                .map(
                        check -> {
                            boolean used = choice.equals(PasskeyUsed.USED);
                            if (used && !isTheirs(check, given)) {
                                throw Problem.invalid(
                                        "That is no passkey that you set up here. Try another, or"
                                                + " tell the service desk.");
                            }
                            return desk.answered(check, choice, used);
                        });
    }

    private boolean isTheirs(Check check, @Nullable Secret given) {
        return given != null && answers.answers(check.id(), Asked.of(check).passkeys(), given);
    }
}
