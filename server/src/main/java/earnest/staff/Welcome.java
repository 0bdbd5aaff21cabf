package earnest.staff;

import earnest.access.GuessLimits;
import earnest.access.StaffRows;
import earnest.core.passwords.Check;
import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** A newcomer chooses their first password; the answer is the same for codes that never were. */
@Service
class Welcome {
    /** Long although there is a second factor (NIST SP 800-63B-4, section 3.1.1.2). */
    private static final Policy POLICY =
            new Policy(15, 200, null, Map.of(), 0, 0, Set.of(), true, 0);

    private static final GuessLimits.Limit PLACE = new GuessLimits.Limit(20, Duration.ofMinutes(5));

    private final StaffRows staff;
    private final GuessLimits limits;
    private final TheRecord record;
    private final Writes writes;

    Welcome(StaffRows staff, GuessLimits limits, TheRecord record, Writes writes) {
        this.staff = staff;
        this.limits = limits;
        this.record = record;
        this.writes = writes;
    }

    /**
     * Takes a code.
     *
     * @param address from where
     * @throws Problem 401 for a wrong one, 422 for a password that is too weak, 429 after too many
     */
    void take(String login, String code, String password, String address) {
        if (!limits.take("welcome " + address, PLACE)) {
            throw new Problem(
                    429, "slow-down", "Too many tries from this place. Wait five minutes.");
        }
        mustBeStrong(login, password);
        // The same work whether there is such a code or not.
        String hash = staff.hash(password);
        UUID whose = writes.get(() -> welcomed(login, code, hash));
        if (whose == null) {
            throw new Problem(
                    401,
                    "no-invitation",
                    "That name and code do not fit together, or the code was used or is too old."
                            + " Ask a steward for a new one.");
        }
    }

    private @Nullable UUID welcomed(String login, String code, String hash) {
        UUID whose = staff.welcome(login, code, hash).orElse(null);
        if (whose != null) {
            String name = staff.member(whose).map(StaffRows.Member::name).orElse("Somebody");
            record.append(Entry.by(EntryKind.STAFF_WELCOMED, whose, name));
        }
        return whose;
    }

    private static void mustBeStrong(String login, String password) {
        try (Secret secret = Secret.of(password)) {
            List<Check.Rule> rules = Check.of(POLICY, Set.of(login), secret);
            if (!Check.ok(rules)) {
                throw new Problem(
                        422,
                        "rules-broken",
                        "Choose another password. Still to mend: "
                                + rules.stream()
                                        .filter(rule -> !rule.kept())
                                        .map(Check.Rule::words)
                                        .collect(Collectors.joining("; "))
                                + ".");
            }
        }
    }
}
