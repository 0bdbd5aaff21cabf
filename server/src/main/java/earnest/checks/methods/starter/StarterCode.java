package earnest.checks.methods.starter;

import earnest.checks.StarterCodes;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.CodeTyped;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.core.codes.RecoveryCode;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * Somebody who starts types the code that a lead had given to them, on a page of their own: whoever
 * gave it vouches for whoever has it.
 */
@Component
class StarterCode extends CodeTyped {
    private static final String ID = "starter-code";
    private static final String LABEL = "Code for your first day";

    /** As rules name whoever may use one. */
    private static final String GROUP = "starter";

    /** Of a hundred names that nobody has, so many are asked for one. */
    private static final int SHARE = 2;

    /** Which code is asked for. */
    record Asked(UUID code) {}

    private final StarterCodes codes;

    StarterCode(StarterCodes codes) {
        super(ID, "used up the code for their first day", "gave a wrong code for a first day");
        this.codes = codes;
    }

    @Override
    public String title() {
        return "Starter’s code";
    }

    @Override
    public boolean atDesk() {
        return false;
    }

    @Override
    public List<Possible> offers(Known known) {
        return codes
                .of(known.person())
                .map(
                        code ->
                                new Possible(
                                        ID,
                                        ID,
                                        "starter-code:" + code,
                                        null,
                                        LABEL,
                                        null,
                                        null,
                                        new Asked(code),
                                        false))
                .stream()
                .toList();
    }

    /** As long as the code is open, and on the ticket on which it was used. */
    @Override
    public Set<String> groups(Known known) {
        boolean used = known.checks().stream().anyMatch(one -> one.state() == CheckState.PASSED);
        return used || codes.of(known.person()).isPresent() ? Set.of(GROUP) : Set.of();
    }

    @Override
    public boolean standsBehind(Check check) {
        return true;
    }

    @Override
    public String missing(Known known) {
        return "It is used on their own page only.";
    }

    @Override
    protected boolean takes(Check check, Secret typed) {
        return codes.use(check.detail(Asked.class).orElseThrow().code(), typed);
    }

    @Override
    public String begin(Check check) {
        return "asked for the code for their first day";
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        LABEL,
                        "twelve digits that you were given",
                        RecoveryCode.DIGITS,
                        "Type the twelve digits that you were given for your first day.",
                        SHARE));
    }

    @Override
    public String label(Check check) {
        return LABEL;
    }

    @Override
    public Form form(Check check) {
        return new Form.Code("The twelve digits", RecoveryCode.DIGITS, null, false);
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "used up";
                    case FAILED -> "wrong";
                    default -> null;
                };
        return new Explained("Code for a first day", note);
    }
}
