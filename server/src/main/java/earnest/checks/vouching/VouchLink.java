package earnest.checks.vouching;

import earnest.checks.Enrolments;
import earnest.checks.PasskeyAnswers;
import earnest.checks.methods.AskingAnalyst;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.OutsideReplies;
import earnest.core.passwords.Secret;
import earnest.links.LinkPurpose;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What somebody who is asked to vouch sees, and how they show that it is they. */
@Component
class VouchLink implements LinkPurpose {
    static final String PURPOSE = "vouch";
    static final String PRESSED = "pressed";
    static final String YES = "yes";
    static final String NO = "no";
    static final String NOT_ASKED = "not-asked";

    /** That they could not show it; it comes from no choice. */
    static final String WRONG = "not-shown";

    private static final int DIGITS = 6;
    private static final List<Choice> CHOICES =
            List.of(
                    new Choice(YES, "Yes, it is they", false),
                    new Choice(NO, "No, or I am not sure", true),
                    new Choice(NOT_ASKED, "They did not ask me", true));

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final People people;
    private final AskingAnalyst asking;
    private final Enrolments enrolments;
    private final PasskeyAnswers passkeys;
    private final Clock clock;

    VouchLink(
            CheckHistory checks,
            OutsideReplies replies,
            People people,
            AskingAnalyst asking,
            Enrolments enrolments,
            PasskeyAnswers passkeys,
            Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.people = people;
        this.asking = asking;
        this.enrolments = enrolments;
        this.passkeys = passkeys;
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
        Optional<Check> check = open(about);
        if (first && check.isPresent()) {
            became(check.get(), PRESSED);
        }
        return check.map(this::shown);
    }

    private Shown shown(Check check) {
        Voucher voucher = Vouching.voucher(check).orElseThrow();
        String person = people.person(check.person()).map(People.Person::name).orElse("somebody");
        return new Shown(
                "Do you vouch for them?",
                List.of(
                        "Somebody who says they are "
                                + person
                                + " asks for help with getting into their accounts. "
                                + asking.of(check).orElse("The service desk")
                                + " of the service desk asks you, as "
                                + voucher.as()
                                + ".",
                        voucher.says(),
                        "If anybody hurries you, or you are not sure: say no. Whoever is themselves"
                                + " has other ways to show it."),
                CHOICES,
                voucher.authenticator() == null ? passkeys.asks(check.id()) : null,
                voucher.authenticator() == null ? 0 : DIGITS);
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return answered(about, choice, null);
    }

    /** A wrong code is counted and ends the question: else it could be guessed here. */
    @Override
    public Optional<Told> answered(UUID about, String choice, @Nullable Secret given) {
        return open(about)
                .map(
                        check -> {
                            if (!choice.equals(YES)) {
                                became(check, choice);
                                return new Told(
                                        "Thank you. The service desk sees your answer now and does"
                                                + " nothing on the strength of this.");
                            }
                            boolean they = given != null && showed(check, given);
                            became(check, they ? YES : WRONG);
                            return new Told(
                                    they
                                            ? "Thank you. The service desk sees your answer now; it"
                                                    + " alone opens nothing."
                                            : "That did not show that it is you, so nothing was"
                                                    + " said in your name. The service desk may ask"
                                                    + " you again.");
                        });
    }

    private boolean showed(Check check, Secret given) {
        Voucher voucher = Vouching.voucher(check).orElseThrow();
        UUID authenticator = voucher.authenticator();
        return authenticator == null
                ? passkeys.answers(check.id(), voucher.passkeys(), given)
                : enrolments.accept(authenticator, given);
    }

    private void became(Check check, String event) {
        replies.became(check.id(), event, "voucher", Vouching.voucher(check).orElseThrow().name());
    }
}
