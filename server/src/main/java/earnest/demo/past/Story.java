package earnest.demo.past;

import earnest.core.assurance.Assessment;
import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.Available;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.Method;
import earnest.core.assurance.Outcome;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Verdict;
import earnest.core.assurance.Wanted;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;

/**
 * How one call went: which checks were made, what was asked for, and what the rules said to it.
 * Nothing here decides by itself whether something is done.
 */
final class Story {
    static final String SYSTEM = "directory";
    static final String UNLOCK = "unlock";
    static final String TEMPORARY = "temporary-password";
    private static final int MOST_CHECKS = 4;
    private static final int SLIP = 20;

    /** What happened, in its order. */
    sealed interface Happened {
        Instant at();

        /** A check was begun, and ended. */
        record Checked(
                Way way, UUID check, UUID conversation, Outcome outcome, Instant begun, Instant at)
                implements Happened {}

        /** Something was asked for, and judged. */
        record Asked(AssessmentInput input, Assessment came, Instant at) implements Happened {
            boolean allowed() {
                return came.verdicts().getFirst() instanceof Verdict.Open;
            }
        }
    }

    /**
     * A call as it went.
     *
     * @param action what was wanted
     * @param conversation in which it began
     * @param called the one that the desk placed, or the same
     */
    record Told(
            String action,
            UUID conversation,
            UUID called,
            List<Happened> happened,
            boolean done,
            Instant end) {}

    private final Rulebook rules;
    private final Whom whom;
    private final Calls.Call call;
    private final String analyst;
    private final Random random;
    private final Supplier<UUID> ids;
    private final List<Evidence> evidence = new ArrayList<>();
    private final List<Happened> happened = new ArrayList<>();
    private final Map<String, Way> left;
    private final UUID first;
    private UUID present;
    private Instant now;

    Story(Rulebook rules, Whom whom, Calls.Call call, String analyst, Supplier<UUID> ids) {
        this.rules = rules;
        this.whom = whom;
        this.call = call;
        this.analyst = analyst;
        this.random = new Random(call.seed());
        this.ids = ids;
        this.first = ids.get();
        this.present = first;
        this.left =
                Way.of(whom, call.counter()).stream()
                        .filter(way -> rules.checks().containsKey(way.method()))
                        .collect(
                                Collectors.toMap(
                                        Way::id,
                                        Function.identity(),
                                        (a, b) -> a,
                                        java.util.LinkedHashMap::new));
        this.now = call.at().plusSeconds(30 + random.nextInt(SLIP));
    }

    Told tell() {
        if (call.kind() == Calls.Kind.IMPOSTOR) {
            impostor();
            return told(ask());
        }
        if (call.kind() == Calls.Kind.HURRIED && ask()) {
            return told(true);
        }
        boolean slips = call.mistypes();
        for (int made = 0; made < MOST_CHECKS; made++) {
            Verdict verdict = Assurance.assess(input(now)).verdicts().getFirst();
            if (!(verdict instanceof Verdict.Short closed) || closed.ways().isEmpty()) {
                break;
            }
            Way next =
                    Objects.requireNonNull(
                            left.get(
                                    closed.ways()
                                            .get(random.nextInt(closed.ways().size()))
                                            .getFirst()));
            boolean typed = !next.method().equals("call-back") && !next.method().equals("badge");
            make(next, slips && typed ? Outcome.FAILED : Outcome.PASSED);
            slips = slips && !typed;
        }
        return told(ask());
    }

    /** Has a phone that was lent, or guesses; and wants it done all the same. */
    private void impostor() {
        left.values().stream()
                .filter(
                        way ->
                                way.method().startsWith("code")
                                        || way.method().equals("authenticator"))
                .findFirst()
                .ifPresent(
                        way ->
                                make(
                                        way,
                                        random.nextBoolean()
                                                ? Outcome.FAILED
                                                : Outcome.UNANSWERED));
    }

    private void make(Way way, Outcome outcome) {
        Method method = Objects.requireNonNull(rules.checks().get(way.method()));
        Instant begun = now;
        now = now.plusSeconds(method.workSeconds() + random.nextInt(method.waitSeconds() + SLIP));
        if (way.method().equals("call-back")) {
            present = ids.get();
        }
        UUID check = ids.get();
        left.remove(way.id());
        evidence.add(
                new Evidence(
                        check.toString(),
                        way.method(),
                        way.path(),
                        null,
                        present.toString(),
                        null,
                        outcome,
                        now));
        happened.add(new Happened.Checked(way, check, present, outcome, begun, now));
        now = now.plusSeconds(3 + random.nextInt(SLIP));
    }

    private boolean ask() {
        AssessmentInput input = input(now);
        Happened.Asked asked = new Happened.Asked(input, Assurance.assess(input), now);
        happened.add(asked);
        now = now.plusSeconds(5 + random.nextInt(SLIP));
        return asked.allowed();
    }

    private AssessmentInput input(Instant at) {
        return new AssessmentInput(
                rules,
                List.copyOf(evidence),
                List.of(),
                List.of(
                        new Wanted(
                                action(),
                                SYSTEM,
                                whom.groups(),
                                call.counter() ? "counter" : "call",
                                analyst,
                                null)),
                left.values().stream()
                        .map(way -> new Available(way.id(), way.method(), way.path(), null, null))
                        .toList(),
                Set.of(present.toString()),
                Set.of(),
                at);
    }

    private String action() {
        return call.unlock() ? UNLOCK : TEMPORARY;
    }

    private Told told(boolean done) {
        return new Told(action(), first, present, List.copyOf(happened), done, now);
    }
}
