package earnest.checks.methods.codebymail;

import earnest.checks.methods.Check;
import earnest.checks.methods.CodeBySending;
import earnest.checks.methods.ForOneself;
import earnest.core.assurance.Route;
import earnest.people.ContactKind;

import org.springframework.stereotype.Component;

import java.util.Optional;

/**
 * A code is sent to the person's own mailbox: the one at work may be what they are locked out of.
 */
@Component
class CodeByMail extends CodeBySending {
    CodeByMail(Parts parts) {
        super(Route.MAIL, parts);
    }

    @Override
    public String id() {
        return "code-by-mail";
    }

    @Override
    protected boolean allowed(ContactKind kind) {
        return !kind.behindTheLock();
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        "Code to your own mailbox",
                        "not the one at work, if we know one",
                        DIGITS,
                        "Type the six digits that come by mail, if we know your own mailbox.",
                        40));
    }

    @Override
    public String label(Check check) {
        return "Code by mail";
    }
}
