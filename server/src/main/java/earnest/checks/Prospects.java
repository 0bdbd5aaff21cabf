package earnest.checks;

import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.Available;
import earnest.core.assurance.Verdict;
import earnest.core.assurance.Wanted;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Whether somebody could prove themselves on a call, by what they have alone: without a badge, a
 * colleague or a manager, who may not be there. By the rulebook in force and the same computation
 * that decides. Thread-safe.
 */
@Component
public class Prospects {
    private final ProofMethods methods;
    private final Rulebooks rulebooks;
    private final Clock clock;

    Prospects(ProofMethods methods, Rulebooks rulebooks, Clock clock) {
        this.methods = methods;
        this.rulebooks = rulebooks;
        this.clock = clock;
    }

    /** Groups that rules name; no other makes a difference. */
    public Set<String> groups() {
        return rulebooks.inForce().rules().rules().stream()
                .map(rule -> rule.group())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** What can be wanted, as rules name it. */
    public Set<String> actions() {
        return rulebooks.inForce().rules().rules().stream()
                .map(rule -> rule.action())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Since how many days something is not new any more. */
    public int recentPathDays() {
        return rulebooks.inForce().rules().recentPathDays();
    }

    /** Whether there is a way across for somebody of these groups. */
    public boolean could(Holdings holdings, String action, String system, Set<String> groups) {
        Rulebooks.InForce book = rulebooks.inForce();
        List<Available> available = new ArrayList<>();
        for (ProofMethod method : methods.all()) {
            if (method.atDesk()
                    && method.countsFor(action)
                    && book.rules().checks().containsKey(method.id())) {
                for (String path : method.prospects(holdings)) {
                    available.add(
                            new Available(method.id() + ":" + path, method.id(), path, null, null));
                }
            }
        }
        Verdict verdict =
                Assurance.assess(
                                new AssessmentInput(
                                        book.rules(),
                                        List.of(),
                                        List.of(),
                                        List.of(
                                                new Wanted(
                                                        action, system, groups, null, null, null)),
                                        available,
                                        null,
                                        Set.of(),
                                        clock.instant()))
                        .verdicts()
                        .getFirst();
        return switch (verdict) {
            case Verdict.Short closed -> !closed.ways().isEmpty();
            case Verdict.Open _, Verdict.NeedsSecondPerson _ -> true;
            default -> false;
        };
    }
}
