package earnest.checks.methods.recovery;

import earnest.checks.Enrolments;
import earnest.checks.Holdings;
import earnest.checks.RecoveryCodes;
import earnest.checks.SettingUp;
import earnest.checks.methods.Check;
import earnest.checks.methods.CodeTyped;
import earnest.checks.methods.Enrolling;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.core.codes.RecoveryCode;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The caller reads one of the codes that they keep on paper; each is good once. */
@Component
class RecoveryCodeRead extends CodeTyped implements Enrolling {
    private static final String ID = "recovery-code";
    private static final String LABEL = "Recovery code";

    /** Of which set a code is asked. */
    record Asked(UUID set) {}

    private final RecoveryCodes codes;
    private final Enrolments enrolments;

    RecoveryCodeRead(RecoveryCodes codes, Enrolments enrolments) {
        super(ID, "used up a recovery code", "gave a wrong recovery code");
        this.codes = codes;
        this.enrolments = enrolments;
    }

    @Override
    public String title() {
        return "Recovery code";
    }

    @Override
    public List<Possible> offers(Known known) {
        return codes
                .of(known.person())
                .filter(set -> set.left() > 0 && !set.atLimit() && !known.recent(set.since()))
                .map(
                        set ->
                                new Possible(
                                        ID,
                                        ID,
                                        "recovery-codes:" + set.id(),
                                        set.since(),
                                        LABEL,
                                        "from their paper, each good once",
                                        null,
                                        new Asked(set.id())))
                .stream()
                .toList();
    }

    @Override
    public List<String> prospects(Holdings of) {
        return of.enrolled().contains("recovery-codes") ? List.of("recovery-codes") : List.of();
    }

    @Override
    public String missing(Known known) {
        return known.missing(codes.of(known.person()).stream().map(set -> set.since()).toList());
    }

    @Override
    protected boolean takes(Check check, Secret typed) {
        return codes.use(check.detail(Asked.class).orElseThrow().set(), typed);
    }

    @Override
    public String begin(Check check) {
        return "asked for a recovery code";
    }

    @Override
    public Optional<ForOneself> forOneself() {
        return Optional.of(
                new ForOneself(
                        LABEL,
                        "twelve digits, if you keep codes on paper",
                        RecoveryCode.DIGITS,
                        "Type one of the codes that you keep on paper. Cross it out then: it is"
                                + " good once.",
                        15));
    }

    @Override
    public String label(Check check) {
        return LABEL;
    }

    @Override
    public Form form(Check check) {
        return new Form.Code(
                "The twelve digits of one of their recovery codes",
                RecoveryCode.DIGITS,
                null,
                false);
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        @Nullable String note =
                switch (check.state()) {
                    case PASSED -> "used up";
                    case FAILED -> "wrong";
                    default -> null;
                };
        return new Explained(LABEL, note);
    }

    @Override
    public List<String> devices(UUID person) {
        return codes.of(person).filter(set -> set.left() > 0).isPresent()
                ? List.of("recovery codes")
                : List.of();
    }

    @Override
    public Optional<Enrolling> enrolling() {
        return Optional.of(this);
    }

    @Override
    public String label() {
        return "Recovery codes";
    }

    @Override
    public String note() {
        return "ten codes for paper, for the day on which you have nothing else";
    }

    @Override
    public List<Enrolled> of(UUID person) {
        return codes
                .of(person)
                .map(set -> new Enrolled(set.id(), label(), set.givenAt(), left(set.left())))
                .stream()
                .toList();
    }

    private static String left(int left) {
        return switch (left) {
            case 0 -> "all used up: get fresh ones";
            case 1 -> "one is left";
            default -> left + " are left";
        };
    }

    @Override
    public SettingUp begin(UUID person, UUID ticket) {
        RecoveryCodes.Given given = codes.give(person, ticket);
        try {
            return new SettingUp.Lines(
                    given.kept(), given.codes().stream().map(RecoveryCode::grouped).toList());
        } finally {
            given.codes().forEach(Secret::wipe);
        }
    }

    /** They count at once: whoever was given them has them. */
    @Override
    public boolean settingUp(UUID person, UUID factor) {
        return false;
    }

    @Override
    public boolean confirm(UUID person, UUID factor, Secret typed) {
        throw Problem.unknown("thing that is being set up");
    }

    @Override
    public void remove(UUID person, UUID ticket, UUID factor) {
        enrolments.remove(person, ticket, factor);
    }
}
