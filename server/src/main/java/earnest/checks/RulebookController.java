package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.assurance.Rulebook;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.UUID;

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
     * @param content the whole of it, as JSON in a text
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
            String content,
            Words words,
            @Nullable Proposed proposed) {}

    /** A rulebook that was proposed, and what it says otherwise. */
    @Schema(name = "RulebookProposed")
    record Proposed(
            RulebookProposals.Proposal proposal, List<RulebookDifference.Changed> changes) {}

    /**
     * A rulebook to be proposed.
     *
     * @param content the whole of it, as JSON in a text
     * @param beginsAt when it takes force once it is agreed to; null: at once
     */
    @Schema(name = "RulebookToPropose")
    record ToPropose(
            @NotBlank @Size(max = 80) String name,
            @NotBlank @Size(max = 200_000) @ManyLines String content,
            @NotBlank @Size(max = 400) String reason,
            @Nullable Instant beginsAt) {}

    /** A rulebook to be rehearsed. */
    @Schema(name = "RulebookToRehearse")
    record ToRehearse(@NotBlank @Size(max = 200_000) @ManyLines String content) {}

    /** What a rulebook would have come to, and what it says otherwise than the one in force. */
    @Schema(name = "RulebookTried")
    record Tried(RulebookRehearsal.Rehearsed rehearsed, List<RulebookDifference.Changed> changes) {}

    /** A name that rulebooks use, in words. */
    @Schema(name = "RulebookWord")
    record Word(String id, String words) {}

    /** What the slots of a rule can hold; groups are those that any rule names. */
    @Schema(name = "RulebookWords")
    record Words(
            List<Word> actions,
            List<Word> systems,
            List<Word> groups,
            List<Word> channels,
            List<Word> factors,
            List<Word> routes) {}

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

    private static final ClassPathResource SCHEMA =
            new ClassPathResource("rulebooks/rulebook.schema.json");

    private final Rulebooks rulebooks;
    private final RulebookShows shows;
    private final RulebookProposals proposals;

    RulebookController(Rulebooks rulebooks, RulebookShows shows, RulebookProposals proposals) {
        this.rulebooks = rulebooks;
        this.shows = shows;
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
        return shows.shown(book);
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
                        proposed.reason().strip(),
                        proposed.beginsAt()));
    }

    @ApiCall(
            id = "rehearseRulebook",
            summary = "Rehearses a rulebook on the decisions of the last 90 days.",
            more = "Nothing is proposed by it. What is wrong in it is said by its field.",
            example = "{\"content\": \"{}\"}")
    @PostMapping("/api/rulebook/rehearsals")
    Tried rehearse(SignedIn me, @Valid @RequestBody ToRehearse wanted) {
        me.must(Right.SET_RULES);
        Rulebook rules = RulebookProposals.read(wanted.content());
        return new Tried(
                proposals.rehearse(me, rules),
                RulebookDifference.between(rulebooks.inForce().rules(), rules));
    }

    @ApiCall(
            id = "rulebookSchema",
            summary = "Gives the JSON Schema of a rulebook file.",
            more = "Draft 2020-12. A file that fits it can still be refused for what it says.")
    @GetMapping(value = "/api/rulebook/schema", produces = "application/schema+json")
    ResponseEntity<byte[]> schema(SignedIn me) throws IOException {
        me.must(Right.READ_RECORD);
        return ResponseEntity.ok(SCHEMA.getContentAsByteArray());
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
}
