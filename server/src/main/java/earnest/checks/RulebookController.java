package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.assurance.Caps;
import earnest.core.assurance.Method;
import earnest.core.assurance.Signal;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

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
     * @param proposed what was proposed in its place and waits, or null
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
            int counting,
            @Nullable Proposed proposed) {}

    /** A rulebook that was proposed, and what it says otherwise. */
    @Schema(name = "RulebookProposed")
    record Proposed(
            RulebookProposals.Proposal proposal, List<RulebookDifference.Changed> changes) {}

    /**
     * A rulebook to be proposed.
     *
     * @param content the whole of it, as JSON in a text
     */
    @Schema(name = "RulebookToPropose")
    record ToPropose(
            @NotBlank @Size(max = 80) String name,
            @NotBlank @Size(max = 200_000) @ManyLines String content,
            @NotBlank @Size(max = 400) String reason) {}

    /** The whole of one, as JSON in a text. */
    @Schema(name = "RulebookFile")
    record File(String name, long version, String content) {}

    /**
     * One that comes with Earnest.
     *
     * @param content as JSON in a text
     * @param asks what it asks for, in a sentence
     */
    @Schema(name = "RulebookShipped")
    record ShippedOne(String name, String content, String asks) {}

    @Schema(name = "RulebookAsked")
    record Asked(UUID proposal) {}

    @Schema(name = "RulebookAnswer")
    record Answer(@NotNull Boolean agreed) {}

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

    /**
     * What a signal counts; a stop counts nothing and closes everything.
     *
     * @param here whether this desk sees it
     */
    @Schema(name = "SignalOfRulebook")
    record SignalShown(String id, String words, int points, boolean stops, boolean here) {}

    private final Rulebooks rulebooks;
    private final ProofMethods methods;
    private final List<earnest.checks.signals.Signal> signals;
    private final RulebookProposals proposals;

    RulebookController(
            Rulebooks rulebooks,
            ProofMethods methods,
            List<earnest.checks.signals.Signal> signals,
            RulebookProposals proposals) {
        this.signals = signals;
        this.rulebooks = rulebooks;
        this.methods = methods;
        this.proposals = proposals;
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
        Set<String> seen =
                Stream.concat(
                                signals.stream().map(one -> one.kind()),
                                methods.all().stream().flatMap(m -> m.signalKinds().stream()))
                        .collect(Collectors.toSet());
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
                        .map(one -> signal(one, seen.contains(one.getKey())))
                        .sorted(Comparator.comparing(SignalShown::id))
                        .toList(),
                book.rules().rules().stream().map(RuleSentences::of).toList(),
                book.rules().validMinutes(),
                book.rules().recentPathDays(),
                caps.knows(),
                caps.relayed(),
                caps.recentPath(),
                caps.counting(),
                proposals
                        .waiting()
                        .map(
                                waiting ->
                                        new Proposed(
                                                waiting.proposal(),
                                                RulebookDifference.between(
                                                        book.rules(), waiting.rules())))
                        .orElse(null));
    }

    @ApiCall(
            id = "rulebookFile",
            summary = "Gives the rulebook in force whole.",
            more = "Its form is that of `./earnest assess`. It can be changed and proposed.")
    @GetMapping("/api/rulebook/file")
    File file(SignedIn me) {
        me.must(Right.READ_RECORD);
        Rulebooks.InForce book = rulebooks.inForce();
        return new File(book.name(), book.version(), rulebooks.file(book.version()));
    }

    @ApiCall(
            id = "shippedRulebooks",
            summary = "Gives the rulebooks that come with Earnest, from the one that asks least.",
            more = "They can be changed and proposed like any other.")
    @GetMapping("/api/rulebook/shipped")
    List<ShippedOne> shipped(SignedIn me) {
        me.must(Right.READ_RECORD);
        return Rulebooks.shipped().entrySet().stream()
                .map(one -> new ShippedOne(one.getKey(), one.getValue(), asks(one.getValue())))
                .toList();
    }

    /** What somebody in no group has to show for a temporary password. */
    private static String asks(String content) {
        return Rulebooks.parse(content).rules().stream()
                .map(RuleSentences::of)
                .filter(sentence -> sentence.startsWith("To give a temporary password:"))
                .findFirst()
                .orElse("");
    }

    @ApiCall(
            id = "proposeRulebook",
            summary = "Proposes a rulebook; it is rehearsed on the decisions of the last 90 days.",
            more =
                    "It takes force when a second person agrees. One can wait at a time. What is"
                            + " wrong in it is said by its field.",
            refuses = {"403 prove-again", "409 asked-already", "409 locks-everybody-out"},
            example =
                    "{\"name\": \"careful, for the season\", \"content\": \"{}\", \"reason\":"
                            + " \"Seasonal hands have no authenticator.\"}")
    @PostMapping("/api/rulebook/proposals")
    Asked propose(SignedIn me, @Valid @RequestBody ToPropose proposed) {
        return new Asked(
                proposals.propose(
                        me,
                        proposed.name().strip(),
                        proposed.content(),
                        proposed.reason().strip()));
    }

    @ApiCall(
            id = "answerRulebook",
            summary = "Agrees to a rulebook, and it is in force; or does not, or takes it back.",
            refuses = {
                "403 needs-second-person",
                "403 prove-again",
                "409 changed-meanwhile",
                "409 decided"
            },
            example = "{\"agreed\": true}")
    @PostMapping("/api/rulebook/proposals/{proposal}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(SignedIn me, @PathVariable UUID proposal, @Valid @RequestBody Answer answer) {
        proposals.answer(me, proposal, answer.agreed());
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

    private static SignalShown signal(Map.Entry<String, Signal> one, boolean here) {
        return new SignalShown(
                one.getKey(),
                plain(one.getKey()),
                one.getValue().points(),
                one.getValue().stops(),
                here);
    }

    static String plain(String id) {
        String words = id.replace('-', ' ');
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
