package earnest.checks.vouching;

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

/** The message that brings the link to whoever is asked to vouch. */
@Component
class VouchMessage implements MessageWriter {
    static final String OCCASION = "vouch";

    private final CheckHistory checks;
    private final People people;
    private final Links links;
    private final Clock clock;

    VouchMessage(CheckHistory checks, People people, Links links, Clock clock) {
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
        return "The service desk asks you who somebody is";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return checks.open(about, clock.instant()).map(this::words);
    }

    private Secret words(Check check) {
        String person = people.person(check.person()).map(People.Person::name).orElse("somebody");
        return AroundSecret.words(
                "Somebody who says they are %s asks the service desk for help. As %s you are asked whether it is they, within half an hour:\n\n"
                        .formatted(person, Vouching.voucher(check).orElseThrow().as()),
                links.address(check.id()),
                "\n\nIf they did not ask you, say so there.");
    }
}
