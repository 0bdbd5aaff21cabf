package earnest.checks.methods.authenticator;

import earnest.checks.Enrolments;
import earnest.checks.Holdings;
import earnest.checks.methods.Check;
import earnest.checks.methods.CodeTyped;
import earnest.checks.methods.Enrolling;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The caller reads the running code of an enrolled authenticator. */
@Component
class AuthenticatorCode extends CodeTyped {
    private static final String ID = "authenticator";
    private static final String LABEL = "Authenticator code";
    static final int DIGITS = 6;

    /** Which device is asked for. */
    record Asked(UUID device) {}

    private final Enrolments enrolments;
    private final OwnAuthenticator own;

    AuthenticatorCode(Enrolments enrolments, OwnAuthenticator own) {
        super(ID, "read the authenticator's code", "read a wrong authenticator code");
        this.enrolments = enrolments;
        this.own = own;
    }

    @Override
    public String title() {
        return "Authenticator code";
    }

    /** One of several is told by its name; the first keeps the method's own id. */
    @Override
    public List<Possible> offers(Known known) {
        List<Possible> possible = new ArrayList<>();
        List<Enrolments.Device> devices = enrolments.authenticators(known.person());
        for (Enrolments.Device device : devices) {
            if (!device.atLimit() && !known.recent(device.since())) {
                String id = possible.isEmpty() ? ID : ID + ":" + device.id();
                possible.add(
                        new Possible(
                                id,
                                id,
                                "device:" + device.id(),
                                device.since(),
                                LABEL,
                                devices.size() > 1 ? device.name() : null,
                                null,
                                new Asked(device.id())));
            }
        }
        return possible;
    }

    @Override
    public List<String> prospects(Holdings of) {
        return of.enrolled().contains("authenticator")
                ? List.of("device:authenticator")
                : List.of();
    }

    @Override
    public String missing(Known known) {
        return known.missing(
                enrolments.authenticators(known.person()).stream()
                        .map(Enrolments.Device::since)
                        .toList());
    }

    @Override
    protected boolean takes(Check check, Secret typed) {
        return enrolments.accept(check.detail(Asked.class).orElseThrow().device(), typed);
    }

    @Override
    public String begin(Check check) {
        return "asked for the code of the authenticator";
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        "Code from your authenticator",
                        "six digits, if you set one up",
                        DIGITS,
                        "Type the six digits that your authenticator shows now.",
                        85));
    }

    @Override
    public Optional<Enrolling> enrolling() {
        return Optional.of(own);
    }

    @Override
    public String label(Check check) {
        return LABEL;
    }

    @Override
    public Form form(Check check) {
        return new Form.Code("The six digits on their authenticator", DIGITS, null, false);
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "their own device";
                    case FAILED -> "wrong";
                    default -> null;
                };
        return new Explained(LABEL, note);
    }

    @Override
    public List<String> devices(UUID person) {
        return enrolments.authenticators(person).isEmpty() ? List.of() : List.of("authenticator");
    }
}
