package earnest.checks.methods;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;
import earnest.links.Links;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** The message that brings a link; what it is for stands in its words. */
@Component
class LinkMessage implements MessageWriter {
    static final String OCCASION = "own-page";

    private final CheckHistory checks;
    private final Links links;
    private final Clock clock;

    LinkMessage(CheckHistory checks, Links links, Clock clock) {
        this.checks = checks;
        this.links = links;
        this.clock = clock;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Your link";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return checks.open(about, clock.instant())
                .map(
                        check ->
                                AroundSecret.words(
                                        before(check),
                                        links.address(check.id()),
                                        "\n\n"
                                                + "You did not ask for it? Say so there. Send it to"
                                                + " nobody."));
    }

    private static String before(Check check) {
        boolean moves =
                check.detail(LinkBySending.Leads.class)
                        // Other methods whose links these are keep something else.
                        .filter(leads -> OwnPageLink.PURPOSE.equals(leads.purpose()))
                        .isPresent();
        return moves
                ? "To go on with what you asked for, open this where you want to go on, within ten"
                        + " minutes:\n\n"
                : "The service desk asks whether it is you. Open this within ten minutes and answer"
                        + " there:\n\n";
    }
}
