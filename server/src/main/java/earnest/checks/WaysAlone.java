package earnest.checks;

import earnest.checks.methods.ForOneself;
import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.Method;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/** Ways to prove oneself alone, in words: those of the house, and those that somebody has. */
@Component
class WaysAlone {
    /** How long a way is open whose method does not say. */
    static final Duration UNLESS_SAID = Duration.ofMinutes(30);

    static final Comparator<ProofAlone.Way> QUICKEST =
            Comparator.comparingInt(ProofAlone.Way::seconds).thenComparing(ProofAlone.Way::id);

    private final ProofMethods methods;
    private final Rulebooks rulebooks;

    WaysAlone(ProofMethods methods, Rulebooks rulebooks) {
        this.methods = methods;
        this.rulebooks = rulebooks;
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

    /** A way by a method, as everybody sees it. */
    ProofAlone.Way way(String id, ForOneself words) {
        ProofMethod method = method(id).orElseThrow();
        Method weight = rulebooks.inForce().rules().checks().get(id);
        return new ProofAlone.Way(
                id,
                words.label(),
                words.note(),
                weight == null ? 0 : weight.workSeconds() + weight.waitSeconds(),
                words.digits(),
                words.asks(),
                method.tries(),
                Objects.requireNonNullElse(method.lasts(), UNLESS_SAID));
    }

    /** The same, for a telephone with this ending; for somebody who proved something. */
    ProofAlone.Way way(String id, ForOneself words, String ending) {
        ProofAlone.Way way = way(id, words);
        return words.toTelephone()
                ? way.called(id + "." + ending, "the one that ends in " + ending)
                : way;
    }

    /** All that count for what is wanted, whoever asks: what most people have comes first. */
    List<ProofAlone.Way> ofHouse(String action) {
        return methods.all().stream()
                .filter(method -> counts(method, action))
                .flatMap(
                        method ->
                                method
                                        .forOneself()
                                        .map(words -> new InHouse(way(method.id(), words), words))
                                        .stream())
                .sorted(
                        Comparator.comparingInt((InHouse one) -> -one.words.share())
                                .thenComparing(InHouse::way, QUICKEST))
                .map(InHouse::way)
                .toList();
    }

    private record InHouse(ProofAlone.Way way, ForOneself words) {}

    private boolean counts(ProofMethod method, String action) {
        Method weight = rulebooks.inForce().rules().checks().get(method.id());
        return weight != null && weight.points() > 0 && method.countsFor(action);
    }
}
