package earnest.checks.methods.linkbymail;

import earnest.checks.methods.Check;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.LinkBySending;
import earnest.core.assurance.Route;
import earnest.people.ContactKind;

import org.springframework.stereotype.Component;

import java.util.Optional;

/** A link goes to the person's own mailbox: the one at work may be what they are locked out of. */
@Component
class LinkByMail extends LinkBySending {
    LinkByMail(Parts parts) {
        super(Route.MAIL, parts);
    }

    @Override
    public String id() {
        return "link-by-mail";
    }

    @Override
    protected boolean allowed(ContactKind kind) {
        return !kind.behindTheLock();
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        "Link to your own mailbox",
                        "not the one at work, if we know one",
                        0,
                        "If we know your own mailbox, a link is on its way there. Open it where you"
                                + " want to go on: this page stops then.",
                        40));
    }

    @Override
    public String label(Check check) {
        return "Link by mail";
    }
}
