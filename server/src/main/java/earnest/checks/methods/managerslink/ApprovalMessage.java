package earnest.checks.methods.managerslink;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.core.passwords.Secret;
import earnest.links.Links;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** The message that brings the link to the manager. */
@Component
class ApprovalMessage implements MessageWriter {
    static final String OCCASION = "approve";

    private final CheckHistory checks;
    private final People people;
    private final Links links;
    private final Clock clock;

    ApprovalMessage(CheckHistory checks, People people, Links links, Clock clock) {
        this.checks = checks;
        this.people = people;
        this.links = links;
        this.clock = clock;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "The service desk asks you about somebody of your team";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return checks.open(about, clock.instant()).map(this::words);
    }

    private Secret words(Check check) {
        String person = people.person(check.person()).map(People.Person::name).orElse("somebody");
        return AroundSecret.words(
                "Somebody who says they are %s asks the service desk for help with getting in. You are asked as %s: please say whether that is right; it takes a minute, and the link is good for half an hour:\n\n"
                        .formatted(person, ManagersLink.asked(check).as()),
                links.address(check.id()),
                "\n\nIf you know nothing of it, say so there. Nobody will ask you for a password.");
    }
}
