package earnest.checks.methods.codebytext;

import earnest.checks.methods.Check;
import earnest.checks.methods.CodeBySending;
import earnest.checks.methods.ForOneself;
import earnest.core.assurance.Route;

import org.springframework.stereotype.Component;

import java.util.Optional;

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
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        "Code to your phone",
                        "by text, to a number that we know",
                        DIGITS,
                        "Type the six digits that come by text, if we know a number of yours.",
                        85,
                        true));
    }

    @Override
    public String label(Check check) {
        return "Code by text";
    }
}
