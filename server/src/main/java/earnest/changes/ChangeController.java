package earnest.changes;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.systems.Action;
import earnest.systems.PasswordStyle;
import earnest.tickets.Actor;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;
import java.util.UUID;

/** Asking for changes to accounts. */
@RestController
class ChangeController {
    private static final int LONGEST = 1024;

    /** So many accounts at once; more are not one thing that somebody looked at. */
    private static final int MOST = 40;

    /**
     * A change.
     *
     * @param style of a temporary password: {@code read-aloud} (also when absent), {@code spoken},
     *     {@code copied} or {@code typed}
     * @param typed the password, when it is typed
     */
    @Schema(name = "ChangeWanted")
    record Wanted(
            @NotBlank @Size(max = 40) String system,
            @NotBlank @Size(max = 30) String action,
            long version,
            @Nullable @Size(max = 20) String style,
            @Nullable @Size(min = 1, max = LONGEST) @Schema(format = "password") String typed) {
        @Override
        public String toString() {
            return "(a change to " + system + ")";
        }
    }

    /**
     * The same change in several systems.
     *
     * @param style of temporary passwords, none of which is typed
     */
    @Schema(name = "ChangesWanted")
    record WantedTogether(
            @NotEmpty @Size(max = MOST) List<@NotBlank @Size(max = 40) String> systems,
            @NotBlank @Size(max = 30) String action,
            long version,
            @Nullable @Size(max = 20) String style) {}

    /**
     * What came of one of them.
     *
     * @param change that is under way, or null
     * @param problem why not, by the end of its type, or null
     * @param words why not, or null
     */
    @Schema(name = "ChangeDecided")
    record Decided(
            String system,
            @Nullable UUID change,
            @Nullable String problem,
            @Nullable String words) {
        private static Decided of(Changes.Decided one) {
            Problem refusal = one.refusal();
            return new Decided(
                    one.system(),
                    one.change(),
                    refusal == null ? null : refusal.type(),
                    refusal == null ? null : refusal.getMessage());
        }
    }

    /** A password that is being typed. */
    @Schema(name = "PasswordCandidate")
    record Candidate(
            @NotBlank @Size(max = 40) String system,
            @NotNull @Size(max = LONGEST) @Schema(format = "password") String typed) {
        @Override
        public String toString() {
            return "(a password that is being typed)";
        }
    }

    @Schema(name = "ChangeUnderWay")
    record UnderWay(UUID change) {}

    @Schema(name = "PasswordRuleKept")
    record Rule(String rule, boolean kept, String words) {}

    /**
     * How a password that is being typed does.
     *
     * @param remembers how many former passwords the system refuses by itself
     */
    @Schema(name = "PasswordTrial")
    record Trial(boolean ok, List<Rule> rules, int remembers) {}

    private final Changes changes;

    ChangeController(Changes changes) {
        this.changes = changes;
    }

    /** 202: it is decided and under way; the page tells how it goes. */
    @ApiCall(
            id = "change",
            summary =
                    "Asks for a change of an account, if the proof is enough. It goes on by "
                            + "itself; the page of the ticket says how far it is.",
            more =
                    "With `version` it is said what the analyst saw: if anything came in since,"
                        + " nothing is done. The same change asked for twice is one change. `style`"
                        + " says how a temporary password looks; `typed` is given with the style"
                        + " `typed` only.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 no-rule",
                "403 needs-second-person",
                "403 style-not-allowed",
                "409 already-running",
                "409 cannot-be-helped",
                "409 no-account",
                "409 no-password",
                "409 nobody-named",
                "409 not-locked",
                "409 not-possible",
                "409 permit-for-another",
                "422 rules-broken",
                "429 too-many-changes",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile",
                "503 clock-differs"
            },
            example =
                    "{\"system\": \"directory\", \"action\": \"temporary-password\", "
                            + "\"version\": 3, \"style\": \"read-aloud\"}")
    @PostMapping("/api/tickets/{ticket}/changes")
    @ResponseStatus(HttpStatus.ACCEPTED)
    UnderWay change(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Wanted wanted) {
        String typed = wanted.typed();
        try (Secret secret = Secret.of(typed == null ? "" : typed)) {
            return new UnderWay(
                    changes.intend(
                            ticket,
                            new Actor.AtDesk(me),
                            new Changes.Intent(
                                    wanted.system(),
                                    Action.offered(wanted.action()),
                                    wanted.version(),
                                    wanted.style() == null
                                            ? null
                                            : PasswordStyle.of(wanted.style()),
                                    typed == null ? null : secret)));
        }
    }

    /** 202: each that is not refused is decided and under way. */
    @ApiCall(
            id = "changeTogether",
            summary =
                    "Asks for the same change of a person's accounts in several systems. Each is"
                            + " judged and refused by itself, and each has a result of its own.",
            more =
                    "With `version` it is said what the analyst saw: if anything came in since,"
                            + " nothing is done anywhere. Each temporary password is another one.",
            refuses = {
                "409 already-running",
                "409 nobody-named",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            },
            example =
                    "{\"systems\": [\"directory\", \"shore-cloud\"], \"action\": \"unlock\","
                            + " \"version\": 3}")
    @PostMapping("/api/tickets/{ticket}/changes/together")
    @ResponseStatus(HttpStatus.ACCEPTED)
    List<Decided> changeTogether(
            SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody WantedTogether wanted) {
        me.must(Right.WORK_AT_DESK);
        Action action = Action.offered(wanted.action());
        PasswordStyle style = wanted.style() == null ? null : PasswordStyle.of(wanted.style());
        List<Changes.Intent> intents =
                wanted.systems().stream()
                        .distinct()
                        .map(
                                system ->
                                        new Changes.Intent(
                                                system, action, wanted.version(), style, null))
                        .toList();
        return changes.intendAll(ticket, new Actor.AtDesk(me), intents).stream()
                .map(Decided::of)
                .toList();
    }

    /** Tries a password that is being typed, rule by rule; nothing of it is kept. */
    @ApiCall(
            id = "checkPassword",
            summary = "Says which rules of a system a typed password keeps. It is not kept.",
            more =
                    "Only while the change itself would be open, since the answer tells something"
                        + " about the words of the person. Meant to be asked with every pause of"
                        + " typing.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 no-rule",
                "403 needs-second-person",
                "403 style-not-allowed",
                "409 cannot-be-helped",
                "409 no-account",
                "409 nobody-named",
                "429 too-many-tries",
                "409 held-by-another",
                "409 closed",
                "409 changed-meanwhile"
            },
            example = "{\"system\": \"directory\", \"typed\": \"a quiet harbour 42\"}")
    @PostMapping("/api/tickets/{ticket}/password-check")
    Trial tryOut(SignedIn me, @PathVariable UUID ticket, @Valid @RequestBody Candidate candidate) {
        try (Secret typed = Secret.of(candidate.typed())) {
            Changes.Trial trial =
                    changes.tryOut(ticket, new Actor.AtDesk(me), candidate.system(), typed);
            List<Rule> rules =
                    trial.rules().stream()
                            .map(rule -> new Rule(rule.rule(), rule.kept(), rule.words()))
                            .toList();
            return new Trial(rules.stream().allMatch(Rule::kept), rules, trial.remembers());
        }
    }
}
