package earnest.selfservice;

import earnest.checks.MyProofs;
import earnest.checks.SettingUp;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** What proves somebody, on a page of their own, once enough is proved. */
@RestController
class OwnProofsController {
    /**
     * What somebody has, and can have.
     *
     * @param newForDays in days; what is younger counts little
     */
    @Schema(name = "OwnProofs")
    record Proofs(List<Mine> mine, List<Addable> addable, int newForDays) {}

    /** One that they have. */
    @Schema(name = "OwnProof")
    record Mine(UUID id, String method, String label, Instant since, @Nullable String note) {}

    /** One that they can set up. */
    @Schema(name = "OwnProofAddable")
    record Addable(String method, String label, String note) {}

    @Schema(name = "OwnProofWanted")
    record Wanted(@NotBlank @Size(max = 40) String method) {}

    /** What was typed is a secret: it has no text form. */
    @Schema(name = "OwnProofCode")
    record Typed(@NotBlank @Size(max = 8000) String typed) {
        @Override
        public String toString() {
            return "(code)";
        }
    }

    @Schema(name = "OwnProofConfirmed")
    record Confirmed(boolean right) {}

    /** How many were taken away. */
    @Schema(name = "OwnPhoneLost")
    record PhoneLost(int taken) {}

    private final OwnSteps steps;
    private final MyProofs proofs;
    private final OwnProofShows shows;
    private final Robots robots;
    private final EvenTime time;

    OwnProofsController(
            OwnSteps steps, MyProofs proofs, OwnProofShows shows, Robots robots, EvenTime time) {
        this.steps = steps;
        this.proofs = proofs;
        this.shows = shows;
        this.robots = robots;
        this.time = time;
    }

    @ApiCall(
            id = "ownProofs",
            summary = "Lists what proves the person of the page, and what they can set up.",
            refuses = {"403 not-sure-enough", "401 page-over", "409 page-over", "409 moved-on"})
    @GetMapping("/api/own/proofs")
    Proofs proofs(HttpServletRequest request) {
        return time.answer(
                () -> {
                    MyProofs.Shown shown = proofs.of(steps.proved(request).person());
                    return new Proofs(
                            shown.mine().stream()
                                    .map(
                                            one ->
                                                    new Mine(
                                                            one.id(),
                                                            one.method(),
                                                            one.label(),
                                                            one.since(),
                                                            one.note()))
                                    .toList(),
                            shown.addable().stream()
                                    .map(one -> new Addable(one.method(), one.label(), one.note()))
                                    .toList(),
                            shown.newForDays());
                });
    }

    @ApiCall(
            id = "setUpOwnProof",
            summary = "Begins to set up something that proves the person; what it is shows once.",
            more =
                    "An authenticator counts once a code of it was given to confirm it. Recovery"
                            + " codes count at once, and those before are good for nothing any"
                            + " more. The person is told wherever they are reached. Questions"
                            + " count once they were answered, as an object of question and"
                            + " answer, in the place of the code.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 needs-second-person",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another",
                "409 enough-of-these",
                "409 too-few-questions"
            },
            example = "{\"method\": \"authenticator\"}")
    @PostMapping("/api/own/proofs")
    ResponseEntity<OwnProofShown> begin(
            @Valid @RequestBody Wanted wanted, HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.known(request);
                    try (SettingUp begun =
                            proofs.begin(step.ticket(), step.who(), wanted.method())) {
                        return ResponseEntity.ok()
                                .cacheControl(CacheControl.noStore())
                                .body(shows.of(step.person(), begun));
                    }
                });
    }

    @ApiCall(
            id = "confirmOwnProof",
            summary = "Gives the code that shows that it works. A wrong one is a result.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 needs-second-person",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another",
                "429 too-many-tries"
            },
            example = "{\"typed\": \"123456\"}")
    @PostMapping("/api/own/proofs/{proof}/confirm")
    Confirmed confirm(
            @PathVariable UUID proof, @Valid @RequestBody Typed code, HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.known(request);
                    robots.takeAnswer(step.nameMark());
                    try (Secret typed = Secret.of(code.typed().strip().replace(" ", ""))) {
                        boolean right = proofs.confirm(step.ticket(), step.who(), proof, typed);
                        if (right) {
                            robots.giveAnswerBack(step.nameMark());
                        }
                        return new Confirmed(right);
                    } catch (Problem unfit) {
                        if (unfit.type().equals("invalid")) {
                            robots.giveAnswerBack(step.nameMark()); // nothing was guessed
                        }
                        throw unfit;
                    }
                });
    }

    @ApiCall(
            id = "ownPhoneLost",
            summary =
                    "Takes away, at once, all that proves the person and lives on their telephone.",
            more =
                    "Authenticators, devices and passkeys. What they keep elsewhere stays. They are"
                            + " told wherever they are reached.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 needs-second-person",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another"
            })
    @PostMapping("/api/own/phone-lost")
    PhoneLost phoneLost(HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.known(request);
                    return new PhoneLost(proofs.phoneLost(step.ticket(), step.who()));
                });
    }

    @ApiCall(
            id = "removeOwnProof",
            summary = "Takes away something that proves the person.",
            more = "From then on it proves nothing. The person is told wherever they are reached.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 needs-second-person",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another"
            })
    @DeleteMapping("/api/own/proofs/{proof}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable UUID proof, HttpServletRequest request) {
        time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.known(request);
                    proofs.remove(step.ticket(), step.who(), proof);
                    return true;
                });
    }
}
