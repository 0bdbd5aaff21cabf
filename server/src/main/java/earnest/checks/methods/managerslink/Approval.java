package earnest.checks.methods.managerslink;

import earnest.checks.methods.AskingAnalyst;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.OutsideReplies;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.links.LinkPurpose;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/** What the manager sees behind the link: who asks, for whom, and what for. */
@Component
class Approval implements LinkPurpose {
    static final String PURPOSE = "approval";

    private static final List<Choice> CHOICES =
            List.of(
                    new Choice(ManagersLink.YES, "Yes: I spoke with them", false),
                    new Choice(ManagersLink.KNEW, "Yes: I knew of it before", false),
                    new Choice(ManagersLink.NO, "No, that is not right", true),
                    new Choice(ManagersLink.NOT_ASKED, "I was not asked", true),
                    new Choice(ManagersLink.AWAY, "I am away: ask my deputy", true));

    private static final int MOST_WORDS = 200;

    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final People people;
    private final AskingAnalyst asking;
    private final Clock clock;

    Approval(
            CheckHistory checks,
            OutsideReplies replies,
            People people,
            AskingAnalyst asking,
            Clock clock) {
        this.checks = checks;
        this.replies = replies;
        this.people = people;
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
        Optional<Check> check = open(about);
        if (first && check.isPresent()) {
            became(check.get(), ManagersLink.PRESSED);
        }
        return check.map(this::shown);
    }

    private Shown shown(Check check) {
        String person = people.person(check.person()).map(People.Person::name).orElse("somebody");
        String analyst = asking.of(check).orElse("The service desk");
        return new Shown(
                "Is this right?",
                Stream.of(
                                "Somebody who says they are "
                                        + person
                                        + " asks for help with getting into their accounts.",
                                analyst
                                        + " of the service desk asks you, as "
                                        + ManagersLink.asked(check).as()
                                        + ", whether"
                                        + " you know of it.",
                                "If you are not sure, call "
                                        + person
                                        + " on a number that you know before you answer. How do"
                                        + " you know?")
                        .toList(),
                CHOICES,
                null,
                0,
                MOST_WORDS);
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return answered(about, choice, null);
    }

    /** What they add is for the desk's eyes; it is no part of what counts. */
    @Override
    public Optional<Told> answered(UUID about, String choice, @Nullable Secret given) {
        Optional<Check> check = open(about);
        String added = given == null ? "" : given.open(Approval::words);
        if (added.length() > MOST_WORDS) {
            throw Problem.invalid("Say it in %d characters at most.".formatted(MOST_WORDS));
        }
        check.ifPresent(asked -> became(asked, choice + "\n" + added));
        return check.map(asked -> new Told(told(choice)));
    }

    private static String words(char[] given) {
        return new String(given).replaceAll("\\s+", " ").strip();
    }

    private static String told(String choice) {
        return switch (choice) {
            case ManagersLink.YES, ManagersLink.KNEW ->
                    "Thank you. The service desk sees your answer now; it alone opens nothing.";
            case ManagersLink.AWAY ->
                    "Thank you. The service desk asks whoever stands in for you by the directory.";
            default ->
                    "Thank you. The service desk sees your answer now and does nothing on the"
                            + " strength of this call.";
        };
    }

    private void became(Check check, String event) {
        replies.became(check.id(), event, "manager", ManagersLink.asked(check).name());
    }
}
