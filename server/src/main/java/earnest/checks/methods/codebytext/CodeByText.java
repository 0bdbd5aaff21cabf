package earnest.checks.methods.codebytext;

import earnest.checks.methods.Check;
import earnest.checks.methods.CodeBySending;
import earnest.core.assurance.Route;

import org.springframework.stereotype.Component;

/** A code is sent to a phone on record. */
@Component
class CodeByText extends CodeBySending {
    CodeByText(Parts parts) {
        super(Route.TEXT, parts);
    }

    @Override
    public String id() {
        return "code-by-text";
    }

    @Override
    public String label(Check check) {
        return "Code by text";
    }
}
