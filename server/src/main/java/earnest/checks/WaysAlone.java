package earnest.checks;

import earnest.checks.methods.ForOneself;
import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.Available;
import earnest.core.assurance.Method;
import earnest.core.assurance.Verdict;
import earnest.core.assurance.Wanted;
import earnest.ground.KeyedMarks;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** Ways to prove oneself alone, in words: real ones, and believable ones for nobody. */
@Component
class WaysAlone {
    /** How long a way is open whose method does not say. */
    static final Duration UNLESS_SAID = Duration.ofMinutes(30);

    static final Comparator<ProofAlone.Way> QUICKEST =
            Comparator.comparingInt(ProofAlone.Way::seconds).thenComparing(ProofAlone.Way::id);

    private static final int HUNDRED = 100;
    private static final int HEX = 16;
    private static final int DRAWN_DIGITS = 8;
    private static final String NOBODY = "nobody";

    private final ProofMethods methods;
    private final Rulebooks rulebooks;
    private final KeyedMarks marks;
    private final Clock clock;

    WaysAlone(ProofMethods methods, Rulebooks rulebooks, KeyedMarks marks, Clock clock) {
        this.methods = methods;
        this.rulebooks = rulebooks;
        this.marks = marks;
        this.clock = clock;
    }

    private Optional<ProofMethod> method(String id) {
        return methods.all().stream().filter(known -> known.id().equals(id)).findFirst();
    }

    /** Empty where a method does not serve somebody alone. */
    Optional<ForOneself> words(String method) {
        return method(method).flatMap(ProofMethod::forOneself);
    }

    /** What a browser is asked for by a method, or null; {@code of} is what it hangs on. */
    @Nullable String browserAsks(String id, UUID of) {
        return method(id).flatMap(method -> method.browserAsks(of)).orElse(null);
    }

    /** A way by a method, for a telephone with this ending. */
    ProofAlone.Way way(String id, ForOneself words, String ending) {
        ProofMethod method = method(id).orElseThrow();
        Method weight = rulebooks.inForce().rules().checks().get(id);
        boolean tells = words.tellsEnding();
        return new ProofAlone.Way(
                tells ? id + "." + ending : id,
                words.label(),
                tells ? words.note().formatted(ending) : words.note(),
                weight == null ? 0 : weight.workSeconds() + weight.waitSeconds(),
                words.digits(),
                words.asks(),
                method.tries(),
                Objects.requireNonNullElse(method.lasts(), UNLESS_SAID));
    }

    /** The same for the same mark; chosen among by the same rulebook as for somebody. */
    List<ProofAlone.Way> ofNobody(String mark, String action) {
        List<String> has = new ArrayList<>();
        for (ProofMethod method : methods.all()) {
            if (rulebooks.inForce().rules().checks().containsKey(method.id())
                    && method.forOneself().isPresent()) {
                has.add(method.id());
            }
        }
        List<String> drawn = has.stream().filter(id -> drawnFor(mark, id)).toList();
        // Somebody may have nothing; for nobody, a page without any would tell.
        List<String> offered = drawn.isEmpty() && !has.isEmpty() ? has.subList(0, 1) : drawn;
        Set<String> lead = across(offered, action);
        String ending = "%02d".formatted(drawn(mark, "ending"));
        return offered.stream()
                .filter(id -> lead.isEmpty() || lead.contains(id))
                .map(id -> way(id, words(id).orElseThrow(), ending))
                .sorted(QUICKEST)
                .toList();
    }

    /** Whoever has a telephone has it for all that goes to one. */
    private boolean drawnFor(String mark, String method) {
        ForOneself words = words(method).orElseThrow();
        return drawn(mark, words.tellsEnding() ? "telephone" : method) < words.share();
    }

    /** 0 to 99, the same for the same. */
    private int drawn(String mark, String what) {
        String drawn = marks.of("ways-of-nobody " + what, mark).substring(0, DRAWN_DIGITS);
        return (int) (Long.parseLong(drawn, HEX) % HUNDRED);
    }

    private Set<String> across(List<String> offered, String action) {
        List<Available> available =
                offered.stream().map(id -> new Available(id, id, path(id), null, null)).toList();
        AssessmentInput input =
                new AssessmentInput(
                        rulebooks.inForce().rules(),
                        List.of(),
                        List.of(),
                        List.of(new Wanted(action, NOBODY, Set.of(), NOBODY, NOBODY, null)),
                        available,
                        Set.of(NOBODY),
                        Set.of(),
                        clock.instant());
        return Assurance.assess(input).verdicts().stream()
                .filter(Verdict.Short.class::isInstance)
                .flatMap(verdict -> ((Verdict.Short) verdict).ways().stream())
                .flatMap(List::stream)
                .collect(Collectors.toSet());
    }

    private String path(String method) {
        return (words(method).orElseThrow().tellsEnding() ? "phone" : method) + ":" + NOBODY;
    }
}
