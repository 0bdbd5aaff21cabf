package earnest.checks.methods.linkbytext;

import earnest.checks.methods.Check;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.LinkBySending;
import earnest.core.assurance.Route;

import org.springframework.stereotype.Component;

import java.util.Optional;

/** A link goes to a phone on record: whoever answers there holds it. */
@Component
class LinkByText extends LinkBySending {
    LinkByText(Parts parts) {
        super(Route.TEXT, parts);
    }

    @Override
    public String id() {
        return "link-by-text";
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        "Link to your phone",
                        "by text, to a number that we know",
                        0,
                        "If we know a number of yours, a link is on its way there, by text. Open"
                                + " it: you go on on the phone, and this page stops.",
                        85,
                        true));
    }

    @Override
    public String label(Check check) {
        return "Link by text";
    }
}
