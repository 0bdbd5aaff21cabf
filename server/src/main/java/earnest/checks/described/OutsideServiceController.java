package earnest.checks.described;

import earnest.access.SignedIn;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;
import java.util.Set;
import java.util.UUID;

/** Services outside that say whether somebody is who they say, described by a steward. */
@RestController
class OutsideServiceController {
    /**
     * A service.
     *
     * @param asks the request that asks about somebody, with made-up values and the credential
     *     hidden
     * @param looks the request that looks what it says
     * @param callsThem whether it needs a telephone of whom it is asked about
     * @param hasPassword whether one is kept; it is given to nobody
     * @param description tells it from what was described before
     * @param agreed whether it may be asked: else another steward has to agree first
     * @param describedBy who described it, or null
     */
    @Schema(name = "OutsideService")
    record Shown(
            String id,
            String title,
            @Nullable String group,
            String asks,
            String looks,
            String answerAt,
            List<String> yes,
            List<String> no,
            List<String> denied,
            List<String> over,
            int lastsSeconds,
            int everySeconds,
            boolean callsThem,
            boolean hasPassword,
            UUID description,
            boolean agreed,
            @Nullable String describedBy) {}

    /** What another steward agrees to. */
    @Schema(name = "OutsideServiceAgreed")
    record Agreed(@NotNull UUID description) {}

    /** With what it is tried. */
    @Schema(name = "OutsideServiceToTry")
    record ToTry(@Nullable @Size(max = 40) String number) {}

    /**
     * One step of a trial.
     *
     * @param went whether it went as described
     */
    @Schema(name = "OutsideServiceTried")
    record Tried(boolean went, String words) {}

    private final OutsideServices services;
    private final TryingService trying;

    OutsideServiceController(OutsideServices services, TryingService trying) {
        this.services = services;
        this.trying = trying;
    }

    @ApiCall(
            id = "outsideServices",
            summary = "Lists services outside that say whether somebody is who they say.")
    @GetMapping("/api/outside-services")
    List<Shown> all(SignedIn me) {
        return services.all(me).stream().map(OutsideServiceController::shown).toList();
    }

    private static Shown shown(OutsideServiceRows.Described described) {
        OutsideService one = described.service();
        return new Shown(
                one.id(),
                one.title(),
                one.group(),
                Describing.sample(one.ask()),
                Describing.sample(one.look()),
                one.answerAt(),
                values(one, OutsideService.Meaning.YES),
                values(one, OutsideService.Meaning.NO),
                values(one, OutsideService.Meaning.DENIED),
                values(one, OutsideService.Meaning.OVER),
                (int) one.lasts().toSeconds(),
                (int) one.every().toSeconds(),
                one.callsThem(),
                one.password() != null,
                one.keyId(),
                described.agreed(),
                described.byName());
    }

    private static List<String> values(OutsideService one, OutsideService.Meaning meaning) {
        return one.answers().getOrDefault(meaning, Set.of()).stream().sorted().toList();
    }

    @ApiCall(
            id = "describeOutsideService",
            summary = "Describes how a service is asked, by samples, and what its answers mean.",
            more =
                    "Its id is what rulebooks call it: until one gives it points, it is not"
                            + " offered. What is marked as user and password is kept apart, and the"
                            + " password is given to nobody. Where there is another steward, they"
                            + " agree before it is asked. To describe one, show first that it is"
                            + " you.",
            refuses = {"403 prove-again", "409 built-in"},
            example =
                    "{\"title\": \"Harbour voice\", \"ask\": {\"sample\": \"POST /voice/checks"
                        + " HTTP/1.1\\n"
                        + "Host: 127.0.0.1:8090\\n"
                        + "Content-Type: application/json\\n"
                        + "\\n"
                        + "{\\\"phone\\\": \\\"+447700900123\\\", \\\"ref\\\":"
                        + " \\\"check-1234\\\"}\", \"marks\": {\"number\": \"+447700900123\","
                        + " \"reference\": \"check-1234\"}, \"scheme\": \"http\", \"answer\":"
                        + " \"{\\\"id\\\": \\\"v-881\\\"}\"}, \"look\": {\"sample\": \"GET"
                        + " /voice/checks/v-881 HTTP/1.1\\n"
                        + "Host: 127.0.0.1:8090\", \"marks\": {\"reference\": \"v-881\"},"
                        + " \"scheme\": \"http\", \"answer\": \"{\\\"id\\\": \\\"v-881\\\","
                        + " \\\"says\\\": \\\"waits\\\"}\"}, \"answerAt\": \"/says\", \"yes\":"
                        + " [\"same\"], \"no\": [\"other\"], \"denied\": [\"not-asked\"], \"over\":"
                        + " [\"nobody\"], \"lastsSeconds\": 120, \"everySeconds\": 2}")
    @PutMapping("/api/outside-services/{service}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void put(
            SignedIn me,
            @PathVariable String service,
            @Valid @RequestBody ServiceToDescribe wanted) {
        services.describe(me, service, wanted);
    }

    @ApiCall(
            id = "agreeToOutsideService",
            summary = "Agrees to a description that another steward made: it may be asked then.",
            refuses = {"403 prove-again", "403 needs-second-person", "409 decided"},
            example = "{\"description\": \"0198a000-0000-7000-8000-000000000005\"}")
    @PostMapping("/api/outside-services/{service}/agree")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void agree(SignedIn me, @PathVariable String service, @Valid @RequestBody Agreed to) {
        services.agree(me, service, to.description());
    }

    @ApiCall(
            id = "tryOutsideService",
            summary = "Asks a service about whoever tries it, once, and says each step.",
            more = "Nothing counts for anybody. It may be tried before anybody agreed to it.",
            refuses = {"403 prove-again", "429 slow-down"},
            example = "{\"number\": \"+447700900123\"}")
    @PostMapping("/api/outside-services/{service}/try")
    List<Tried> tryOut(SignedIn me, @PathVariable String service, @Valid @RequestBody ToTry with) {
        return trying.tryOut(me, service, with.number()).stream()
                .map(step -> new Tried(step.went(), step.words()))
                .toList();
    }

    @ApiCall(
            id = "removeOutsideService",
            summary = "Takes the description of a service away; it is asked no more.")
    @DeleteMapping("/api/outside-services/{service}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(SignedIn me, @PathVariable String service) {
        services.remove(me, service);
    }
}
