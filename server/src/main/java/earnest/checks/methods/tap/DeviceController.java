package earnest.checks.methods.tap;

import earnest.access.ClientAddress;
import earnest.access.GuessLimits;
import earnest.checks.Devices;
import earnest.core.devices.DeviceStatement;
import earnest.core.passwords.Secret;
import earnest.core.signatures.Ed25519;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Positive;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.UUID;

/** For devices that answer for their person: each signs what it sends, and has no session. */
@RestController
class DeviceController {
    /**
     * A device asks every few seconds while its person looks at it; several are behind one wall.
     */
    private static final GuessLimits.Limit TRIES =
            new GuessLimits.Limit(240, Duration.ofMinutes(1));

    private static final GuessLimits.Limit SETUPS =
            new GuessLimits.Limit(20, Duration.ofMinutes(10));

    /** A signature of 64 bytes, and a key of 32, in base64url without padding. */
    private static final String SIGNATURE = "[A-Za-z0-9_-]{86}";

    /**
     * A whole number above it is not the same in every reader of JSON (RFC 8785, section 3.2.2.3).
     */
    private static final long MOST_EXACT = (1L << 53) - 1;

    private static final String KEY = "[A-Za-z0-9_-]{43}";

    /**
     * A device that is set up. The code is a secret: it has no text form.
     *
     * @param setup the code that the person's page shows, in base 32
     * @param name by which the person tells it from others; it stands in messages, so nothing in it
     *     can be taken for more than a name
     * @param key public half of its Ed25519 key
     */
    @Schema(name = "DeviceSetup")
    record Setup(
            @NotBlank @Pattern(regexp = "[A-Z2-7]{32}") String setup,
            @NotBlank @Pattern(regexp = "[\\p{L}\\p{N}][\\p{L}\\p{N} ]{0,23}") String name,
            @NotBlank @Pattern(regexp = KEY) String key,
            @NotBlank @Pattern(regexp = SIGNATURE) String signature) {
        @Override
        public String toString() {
            return "(setup of a device)";
        }
    }

    /** A device that gave its key. Its own text form would show the code. */
    @Schema(name = "DeviceSetUp")
    record SetUp(UUID device, String code) {
        @Override
        public String toString() {
            return "(code of " + device + ")";
        }
    }

    @Schema(name = "DeviceAsks")
    record Asks(
            @NotNull UUID device,
            @Positive @Max(MOST_EXACT) long count,
            @NotBlank @Pattern(regexp = SIGNATURE) String signature) {}

    @Schema(name = "DeviceAnswer")
    record Answer(
            @NotNull UUID device,
            @Positive @Max(MOST_EXACT) long count,
            @NotNull UUID challenge,
            @NotBlank @Pattern(regexp = "yes|no|not-asked|forced") String answer,
            @NotBlank @Pattern(regexp = SIGNATURE) String signature) {}

    /** One that waits; its own text form would show the word. */
    @Schema(name = "DeviceChallenge")
    record Waiting(
            String challenge,
            String who,
            String whose,
            String what,
            String until,
            @Nullable String word) {
        @Override
        public String toString() {
            return "(challenge " + challenge + ")";
        }
    }

    @Schema(name = "DeviceChallenges")
    record Challenges(List<Waiting> waiting) {}

    /** What is shown after an answer; its own text form would show the word. */
    @Schema(name = "DeviceAnswered")
    record Answered(@Nullable String word) {
        @Override
        public String toString() {
            return "(what was answered)";
        }
    }

    private final DeviceAnswers answers;
    private final GuessLimits limits;
    private final ClientAddress addresses;

    DeviceController(DeviceAnswers answers, GuessLimits limits, ClientAddress addresses) {
        this.answers = answers;
        this.limits = limits;
        this.addresses = addresses;
    }

    private void count(String what, GuessLimits.Limit limit, HttpServletRequest request) {
        if (!limits.take(what + " " + addresses.of(request), limit)) {
            throw new Problem(
                    429, "slow-down", "Too many tries from where you are. Wait a minute.");
        }
    }

    @ApiCall(
            id = "setUpDevice",
            summary = "Gives the key of a device that a person sets up.",
            more =
                    "The signature is over {\"key\", \"setup\", \"states\":"
                            + " \"earnest-device-enrols/1\"} in its canonical form (RFC 8785), by"
                            + " Ed25519. The code in the answer shows on the device; the person"
                            + " types it on their page, and only then does the device count. A"
                            + " setup code is good once.",
            refuses = {"403 not-signed", "404 unknown", "429 slow-down"},
            example =
                    "{\"setup\": \"ABCDEFGHIJKLMNOPQRSTUVWXYZ234567\", \"name\": \"phone\","
                        + " \"key\": \"PUAXw-hDiVqStwqnTRt-vJyYLM8uxJaMwM1V8Sr0Zgw\","
                        + " \"signature\":"
                        + " \"kqAJqfDUyriCDoILX2QlQKKyeyFUFlA_uPdiIye9udoIWsHkPhWZbkWPNhPQ8R2MOHsuruswKu6wDSkWErsMAA\"}")
    @PostMapping("/api/devices/setup")
    ResponseEntity<SetUp> setUp(@Valid @RequestBody Setup setup, HttpServletRequest request) {
        count("device-setup", SETUPS, request);
        byte[] key = Base64.getUrlDecoder().decode(setup.key());
        if (key.length != Ed25519.KEY_BYTES
                || !DeviceStatement.enrols(setup.setup(), setup.key())
                        .isSigned(key, setup.signature())) {
            throw new Problem(403, "not-signed", "The device did not sign this by its key.");
        }
        Devices.Registered registered = answers.register(setup.setup(), setup.name(), key);
        try (Secret code = registered.code()) {
            return once(new SetUp(registered.device(), code.open(String::new)));
        }
    }

    @ApiCall(
            id = "askForDevice",
            summary = "Gives what waits for an answer on a device.",
            more =
                    "The signature is over {\"count\", \"device\", \"states\":"
                            + " \"earnest-device-asks/1\"}; each count is greater than any that the"
                            + " device signed before. The word is there once yes was said.",
            refuses = {"403 not-signed", "429 slow-down"},
            example =
                    "{\"device\": \"01a22a78-19da-71ac-aaf8-8fef8fcb6255\", \"count\": 1,"
                        + " \"signature\":"
                        + " \"kqAJqfDUyriCDoILX2QlQKKyeyFUFlA_uPdiIye9udoIWsHkPhWZbkWPNhPQ8R2MOHsuruswKu6wDSkWErsMAA\"}")
    @PostMapping("/api/devices/waiting")
    ResponseEntity<Challenges> waiting(@Valid @RequestBody Asks asks, HttpServletRequest request) {
        count("device", TRIES, request);
        return once(
                new Challenges(
                        answers.waiting(asks.device(), asks.count(), asks.signature()).stream()
                                .map(DeviceController::shown)
                                .toList()));
    }

    private static Waiting shown(DeviceAnswers.Waiting one) {
        DeviceAnswers.Challenge shown = one.challenge();
        return new Waiting(
                shown.challenge(),
                shown.who(),
                shown.whose(),
                shown.what(),
                shown.until(),
                shown(one.word()));
    }

    private static @Nullable String shown(@Nullable Secret word) {
        if (word == null) {
            return null;
        }
        try (word) {
            return word.open(String::new);
        }
    }

    @ApiCall(
            id = "answerOnDevice",
            summary = "Takes what the person answered on their device.",
            more =
                    "yes shows a word, which the person says. no and not-asked stop everything of"
                            + " theirs; so does forced, which shows a word all the same, so that"
                            + " nobody beside them sees it. The signature is over {\"answer\","
                            + " \"count\", \"device\", \"shown\", \"states\":"
                            + " \"earnest-device-answers/1\"}, where shown is the challenge with"
                            + " challenge, until, what, who and whose, as they were given.",
            refuses = {"403 not-signed", "404 unknown", "429 slow-down"},
            example =
                    "{\"device\": \"01a22a78-19da-71ac-aaf8-8fef8fcb6255\", \"count\": 2,"
                        + " \"challenge\": \"01a22a78-19da-71ac-aaf8-8fef8fcb6256\", \"answer\":"
                        + " \"yes\", \"signature\":"
                        + " \"kqAJqfDUyriCDoILX2QlQKKyeyFUFlA_uPdiIye9udoIWsHkPhWZbkWPNhPQ8R2MOHsuruswKu6wDSkWErsMAA\"}")
    @PostMapping("/api/devices/answers")
    ResponseEntity<Answered> answer(@Valid @RequestBody Answer answer, HttpServletRequest request) {
        count("device", TRIES, request);
        return once(
                new Answered(
                        shown(
                                answers.answer(
                                        answer.device(),
                                        answer.count(),
                                        answer.challenge(),
                                        answer.answer(),
                                        answer.signature()))));
    }

    private static <T> ResponseEntity<T> once(T body) {
        return ResponseEntity.ok().cacheControl(CacheControl.noStore()).body(body);
    }
}
