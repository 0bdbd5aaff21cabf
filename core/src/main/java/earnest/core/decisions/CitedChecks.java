package earnest.core.decisions;

import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Outcome;
import earnest.core.assurance.Wanted;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** Whether what a decision cites is what the entries before it say. */
final class CitedChecks {
    /** Between the end of a check and its entry, in one transaction. */
    private static final Duration SOON = Duration.ofSeconds(30);

    private CitedChecks() {}

    /** Evidence is what the entries say, all of it and nothing else. */
    static void mustBe(
            AssessmentInput input,
            String ticket,
            String person,
            Instant at,
            Known known,
            boolean whole) {
        List<CheckEnded> bearing = known.bearing(ticket, person);
        Map<String, CheckEnded> byId = new HashMap<>();
        bearing.forEach(check -> byId.put(check.check(), check));
        Set<String> cited = new HashSet<>();
        for (Evidence line : input.evidence()) {
            cited.add(line.id());
            CheckEnded check = byId.get(line.id());
            if (check == null && whole) {
                throw new Wrong(
                        "it cites check %s, which did not end on this ticket".formatted(line.id()));
            }
            if (check != null) {
                same(line, check, person);
            }
        }
        for (CheckEnded check : bearing) {
            boolean counts =
                    person.equals(check.person()) || check.is("failed") || check.is("denied");
            if (counts && !cited.contains(check.check())) {
                throw new Wrong(
                        "it leaves out check %s, which was %s"
                                .formatted(check.check(), check.outcome()));
            }
        }
        Wanted wanted = input.wanted().getFirst();
        if (whole && wanted.secondPerson() != null && !known.agreedTo(ticket, wanted, at)) {
            throw new Wrong("it rests on a second person who did not agree to it");
        }
        if (whole && !input.liftedStops().isEmpty() && !known.wasLifted(person)) {
            throw new Wrong("it rests on a stop that nobody lifted");
        }
    }

    private static void same(Evidence line, CheckEnded check, String person) {
        boolean same =
                line.method().equals(check.method())
                        && line.outcome().word().equals(check.outcome())
                        && Objects.equals(line.relayed(), check.relayed())
                        && Duration.between(line.at(), check.at()).abs().compareTo(SOON) <= 0
                        && (check.conversation() == null
                                || check.conversation().equals(line.conversation()));
        if (!same) {
            throw new Wrong("it cites check %s otherwise than it ended".formatted(line.id()));
        }
        if (line.outcome() == Outcome.PASSED && !person.equals(check.person())) {
            throw new Wrong("it cites check %s, which somebody else passed".formatted(line.id()));
        }
    }
}
