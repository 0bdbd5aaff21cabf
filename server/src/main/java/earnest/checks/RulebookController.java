package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.assurance.Caps;
import earnest.core.assurance.Method;
import earnest.core.assurance.Signal;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** The rules by which proof is judged, in sentences. */
@RestController
class RulebookController {
    /**
     * A rulebook.
     *
     * @param validMinutes after which a check counts nothing any more
     * @param recentPathDays in days; what is younger counts little
     * @param knows points that all that they know counts together at most
     * @param relayed points that all that can be read out counts together at most
     * @param recentPath points that something recent counts at most
     * @param counting points from which a check counts as something that it rests on
     */
    @Schema(name = "RulebookShown")
    record Shown(
            String name,
            long version,
            List<MethodShown> methods,
            List<SignalShown> signals,
            List<String> rules,
            int validMinutes,
            int recentPathDays,
            int knows,
            int relayed,
            int recentPath,
            int counting) {}

    /**
     * What a method counts.
     *
     * @param restsOn in words
     * @param points decibans when it is passed
     * @param failed decibans when it fails, at most 0
     * @param relayed whether its answer can be read out to somebody
     * @param here whether this desk has it
     */
    @Schema(name = "MethodOfRulebook")
    record MethodShown(
            String id,
            String words,
            String restsOn,
            int points,
            int failed,
            int seconds,
            boolean relayed,
            boolean here) {}

    /** What a signal counts; a stop counts nothing and closes everything. */
    @Schema(name = "SignalOfRulebook")
    record SignalShown(String id, String words, int points, boolean stops) {}

    private final Rulebooks rulebooks;
    private final ProofMethods methods;

    RulebookController(Rulebooks rulebooks, ProofMethods methods) {
        this.rulebooks = rulebooks;
        this.methods = methods;
    }

    @ApiCall(
            id = "rulebook",
            summary = "Gives the rules by which proof is judged now, in sentences.",
            more =
                    "Points are decibans: +10 says that an impostor passes a tenth as often as the"
                            + " person. Those of independent checks add up.")
    @GetMapping("/api/rulebook")
    Shown rulebook(SignedIn me) {
        me.must(Right.READ_RECORD);
        Rulebooks.InForce book = rulebooks.inForce();
        Set<String> here = methods.all().stream().map(m -> m.id()).collect(Collectors.toSet());
        Caps caps = book.rules().caps();
        return new Shown(
                book.name(),
                book.version(),
                book.rules().checks().entrySet().stream()
                        .map(one -> method(one, here.contains(one.getKey())))
                        .sorted(
                                Comparator.comparingInt(MethodShown::points)
                                        .reversed()
                                        .thenComparing(MethodShown::id))
                        .toList(),
                book.rules().signals().entrySet().stream()
                        .map(RulebookController::signal)
                        .sorted(Comparator.comparing(SignalShown::id))
                        .toList(),
                book.rules().rules().stream().map(RuleSentences::of).toList(),
                book.rules().validMinutes(),
                book.rules().recentPathDays(),
                caps.knows(),
                caps.relayed(),
                caps.recentPath(),
                caps.counting());
    }

    private static MethodShown method(Map.Entry<String, Method> one, boolean here) {
        Method weight = one.getValue();
        return new MethodShown(
                one.getKey(),
                plain(one.getKey()),
                RuleSentences.words(weight.factor()),
                weight.points(),
                weight.failed(),
                weight.workSeconds() + weight.waitSeconds(),
                weight.relayed(),
                here);
    }

    private static SignalShown signal(Map.Entry<String, Signal> one) {
        return new SignalShown(
                one.getKey(), plain(one.getKey()), one.getValue().points(), one.getValue().stops());
    }

    private static String plain(String id) {
        String words = id.replace('-', ' ');
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
