package earnest.checks;

import earnest.core.assurance.Shortfall;
import earnest.core.assurance.Verdict;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Verdicts as the page is told them, with the offers that would be enough. */
final class Judgements {
    private final Map<String, String> offerOf;

    Judgements(Assessed assessed) {
        offerOf =
                assessed.offered().stream()
                        .collect(
                                Collectors.toMap(
                                        offered -> offered.possible().id(),
                                        offered -> offered.possible().offer()));
    }

    Standing.Judgement of(Assessed.Weighed weighed) {
        Verdict verdict = weighed.verdict();
        return switch (verdict) {
            case Verdict.Open open -> settled(weighed, Standing.VerdictKind.OPEN, open.until());
            case Verdict.NeedsSecondPerson second ->
                    settled(weighed, Standing.VerdictKind.NEEDS_SECOND_PERSON, second.until());
            case Verdict.Stopped _ -> settled(weighed, Standing.VerdictKind.STOPPED, null);
            case Verdict.NoRule _ -> settled(weighed, Standing.VerdictKind.NO_RULE, null);
            case Verdict.Short closed ->
                    new Standing.Judgement(
                            verdict.wanted().action(),
                            verdict.wanted().system(),
                            Standing.VerdictKind.SHORT,
                            weighed.standing(),
                            asks(verdict),
                            closed.shortfall().points(),
                            also(closed.shortfall()),
                            closed.ways().stream()
                                    .map(way -> way.stream().map(offerOf::get).toList())
                                    .toList(),
                            null);
        };
    }

    private static List<String> also(Shortfall shortfall) {
        return ExplanationWords.also(shortfall);
    }

    private static Standing.Judgement settled(
            Assessed.Weighed weighed, Standing.VerdictKind kind, @Nullable Instant until) {
        Verdict verdict = weighed.verdict();
        return new Standing.Judgement(
                verdict.wanted().action(),
                verdict.wanted().system(),
                kind,
                weighed.standing(),
                asks(verdict),
                0,
                List.of(),
                List.of(),
                until);
    }

    private static int asks(Verdict verdict) {
        Verdict.Bar bar = verdict.bar();
        return bar == null ? 0 : bar.points();
    }
}
