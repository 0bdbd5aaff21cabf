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
                        "the one that ends in %s",
                        DIGITS,
                        "Type the six digits that come by text.",
                        85));
    }

    @Override
    public String label(Check check) {
        return "Code by text";
    }
}
