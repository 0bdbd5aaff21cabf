package earnest.selfservice;

import earnest.access.Cookies;
import earnest.checks.MyProofs;
import earnest.checks.SettingUp;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.links.Links;
import earnest.organisation.SettingsInForce;
import earnest.people.People;

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

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
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

    /**
     * What is shown once. Its own text form would show it.
     *
     * @param key to be taken into an app or a device, in base 32; null: nothing is to be confirmed
     * @param taker what takes it
     * @param address the same, as that reads it
     * @param digits of the code that confirms it; else 0
     * @param lines to be kept on paper; else empty
     * @param browserMakes what the browser makes: options to create a credential (WebAuthn, section
     *     5.4), as JSON; null: nothing
     * @param questions to choose from; else empty
     * @param fewest so many of them are answered at least
     */
    @Schema(name = "OwnProofSettingUp")
    record Shown(
            UUID id,
            @Nullable String key,
            SettingUp.@Nullable Taker taker,
            @Nullable String address,
            int digits,
            List<String> lines,
            @Nullable String browserMakes,
            List<Question> questions,
            int fewest) {
        @Override
        public String toString() {
            return "(what is shown once)";
        }
    }

    @Schema(name = "OwnProofQuestion")
    record Question(UUID id, String words) {}

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

    private final OwnPageDesk desk;
    private final MyProofs proofs;
    private final Robots robots;
    private final People people;
    private final SettingsInForce settings;
    private final Links links;
    private final EvenTime time;
    private final Cookies cookies;

    OwnProofsController(
            OwnPageDesk desk,
            MyProofs proofs,
            Robots robots,
            People people,
            SettingsInForce settings,
            Links links,
            EvenTime time,
            Cookies cookies) {
        this.desk = desk;
        this.proofs = proofs;
        this.robots = robots;
        this.people = people;
        this.settings = settings;
        this.links = links;
        this.time = time;
        this.cookies = cookies;
    }

    /**
     * The session of the browser, whose page is one of somebody.
     *
     * @throws Problem 401 or 409 as any step; 403 for a name that nobody has, as where not enough
     *     is proved
     */
    private OwnSession step(HttpServletRequest request) {
        OwnSession session = desk.step(cookies.read(request, PagesBeside.COOKIE).orElse(null));
        if (session.ticket() == null) {
            throw notEnough();
        }
        return session;
    }

    private static Problem notEnough() {
        return new Problem(
                403, "not-sure-enough", "Prove first that it is you; then you change your proofs.");
    }

    private static UUID ticket(OwnSession session) {
        return Objects.requireNonNull(session.ticket());
    }

    @ApiCall(
            id = "ownProofs",
            summary = "Lists what proves the person of the page, and what they can set up.",
            refuses = {"403 not-sure-enough", "401 page-over", "409 page-over", "409 moved-on"})
    @GetMapping("/api/own/proofs")
    Proofs proofs(HttpServletRequest request) {
        return time.answer(
                () -> {
                    OwnSession session = step(request);
                    if (!desk.mayChangeProofs(session)) {
                        throw notEnough();
                    }
                    MyProofs.Shown shown = proofs.of(OwnPageDesk.who(session).person());
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
    ResponseEntity<Shown> begin(@Valid @RequestBody Wanted wanted, HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    OwnSession session = step(request);
                    try (SettingUp begun =
                            proofs.begin(
                                    ticket(session), OwnPageDesk.who(session), wanted.method())) {
                        return ResponseEntity.ok()
                                .cacheControl(CacheControl.noStore())
                                .body(shown(session, begun));
                    }
                });
    }

    private Shown shown(OwnSession session, SettingUp begun) {
        return switch (begun) {
            case SettingUp.Key(UUID factor, Secret key, int digits, SettingUp.Taker taker) -> {
                String text = key.open(String::new);
                String address =
                        switch (taker) {
                            case AUTHENTICATOR -> appAddress(session, text);
                            case DEVICE -> deviceAddress(text);
                        };
                yield new Shown(
                        factor, text, taker, address, digits, List.of(), null, List.of(), 0);
            }
            case SettingUp.Lines(UUID factor, List<Secret> lines) ->
                    new Shown(
                            factor,
                            null,
                            null,
                            null,
                            0,
                            lines.stream().map(line -> line.open(String::new)).toList(),
                            null,
                            List.of(),
                            0);
            case SettingUp.Browser(UUID factor, String options) ->
                    new Shown(factor, null, null, null, 0, List.of(), options, List.of(), 0);
            case SettingUp.Questions(UUID factor, List<SettingUp.Asked> asked, int fewest) ->
                    new Shown(
                            factor,
                            null,
                            null,
                            null,
                            0,
                            List.of(),
                            null,
                            asked.stream().map(one -> new Question(one.id(), one.words())).toList(),
                            fewest);
        };
    }

    /** As apps read it: whose it is, and where. */
    private String appAddress(OwnSession session, String key) {
        String where = settings.now().name();
        String who =
                people.person(OwnPageDesk.who(session).person())
                        .map(People.Person::account)
                        .orElse("");
        return "otpauth://totp/%s:%s?secret=%s&issuer=%s"
                .formatted(encoded(where), encoded(who), key, encoded(where));
    }

    /** Where the device finds Earnest, and the code by which it is set up. */
    private String deviceAddress(String setup) {
        return "earnest-device:%s#%s".formatted(links.publicAddress("/"), setup);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
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
                    OwnSession session = step(request);
                    robots.takeAnswer(session.nameMark());
                    try (Secret typed = Secret.of(code.typed().strip().replace(" ", ""))) {
                        boolean right =
                                proofs.confirm(
                                        ticket(session), OwnPageDesk.who(session), proof, typed);
                        if (right) {
                            robots.giveAnswerBack(session.nameMark());
                        }
                        return new Confirmed(right);
                    } catch (Problem unfit) {
                        if (unfit.type().equals("invalid")) {
                            robots.giveAnswerBack(session.nameMark()); // nothing was guessed
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
                    OwnSession session = step(request);
                    return new PhoneLost(
                            proofs.phoneLost(ticket(session), OwnPageDesk.who(session)));
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
                    OwnSession session = step(request);
                    proofs.remove(ticket(session), OwnPageDesk.who(session), proof);
                    return true;
                });
    }
}
