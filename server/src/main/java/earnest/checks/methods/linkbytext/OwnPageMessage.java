package earnest.checks.methods.linkbytext;

import earnest.channels.MessageWriter;
import earnest.checks.methods.CheckHistory;
import earnest.core.passwords.Secret;
import earnest.links.LinkText;
import earnest.links.Links;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** The message that brings the link to the phone. */
@Component
class OwnPageMessage implements MessageWriter {
    static final String OCCASION = "own-page";

    private final CheckHistory checks;
    private final Links links;
    private final Clock clock;

    OwnPageMessage(CheckHistory checks, Links links, Clock clock) {
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
        return "Go on with your new password";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return checks.find(about)
                .filter(check -> check.open(clock.instant()))
                .map(
                        check ->
                                LinkText.around(
                                        "To go on with a new password, open this on your phone"
                                                + " within ten minutes:\n\n",
                                        links.address(check.id()),
                                        "\n\n"
                                                + "You did not ask for it? Say so there. Send it to"
                                                + " nobody."));
    }
}
