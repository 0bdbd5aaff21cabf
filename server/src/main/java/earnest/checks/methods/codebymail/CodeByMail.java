package earnest.checks.methods.codebymail;

import earnest.checks.methods.Check;
import earnest.checks.methods.CodeBySending;
import earnest.core.assurance.Route;
import earnest.people.People;

import org.springframework.stereotype.Component;

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
    protected boolean allowed(People.Contact contact) {
        return !contact.kind().behindTheLock();
    }

    @Override
    public String label(Check check) {
        return "Code by mail";
    }
}
