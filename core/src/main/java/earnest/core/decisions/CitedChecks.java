package earnest.core.decisions;

import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Method;
import earnest.core.assurance.Outcome;
import earnest.core.assurance.Wanted;

import org.jspecify.annotations.Nullable;

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
            Lines lines,
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
                same(line, check, person, relayed(input, check, lines));
            }
        }
        for (CheckEnded check : bearing) {
            boolean counts =
                    person.equals(check.person()) || check.is("failed") || check.is("denied");
            if (counts && !cited.contains(check.check()) && !mayBeLeftOut(input, check)) {
                throw new Wrong(
                        "it leaves out check %s, which was %s"
                                .formatted(check.check(), check.outcome()));
            }
        }
        Set<String> present = input.conversations();
        if (whole && present != null) {
            for (String conversation : present) {
                if (lines.isOver(ticket, conversation)) {
                    throw new Wrong(
                            "it counts what was proved in conversation %s, which was over"
                                    .formatted(conversation));
                }
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

    /** What was told from memory may count for some deeds only; leaving it out opens nothing. */
    private static boolean mayBeLeftOut(AssessmentInput input, CheckEnded check) {
        Method method = input.rulebook().checks().get(check.method());
        return check.is("passed") && method != null && method.factor() == Factor.KNOWS;
    }

    /** What was brought back by words counts as read out, unless it is in somebody's memory. */
    private static @Nullable Boolean relayed(AssessmentInput input, CheckEnded check, Lines lines) {
        Method method = input.rulebook().checks().get(check.method());
        return check.is("passed")
                        && lines.wasBroughtBack(check.ticket(), check.conversation())
                        && method != null
                        && method.factor() != Factor.KNOWS
                ? Boolean.TRUE
                : check.relayed();
    }

    private static void same(
            Evidence line, CheckEnded check, String person, @Nullable Boolean relayed) {
        boolean same =
                line.method().equals(check.method())
                        && line.outcome().word().equals(check.outcome())
                        && Objects.equals(line.relayed(), relayed)
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
