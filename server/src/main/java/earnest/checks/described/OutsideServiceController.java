package earnest.checks.described;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.checks.methods.ProofMethod;
import earnest.core.json.BadField;
import earnest.core.passwords.Secret;
import earnest.core.requests.CannotCarry;
import earnest.core.requests.Description;
import earnest.core.requests.Learner;
import earnest.core.requests.Renderer;
import earnest.core.requests.Slot;
import earnest.ground.ApiCall;
import earnest.ground.Ids;
import earnest.ground.ManyLines;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.wrapped.WrappedSecrets;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** Services outside that say whether somebody is who they say, described by a steward. */
@RestController
class OutsideServiceController {
    private static final String SHOWN_NUMBER = "+447700900123";

    /**
     * A service.
     *
     * @param asks the request that asks about somebody, with made-up values and the credential
     *     hidden
     * @param looks the request that looks what it says
     * @param hasPassword whether one is kept; it is given to nobody
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
            boolean hasPassword) {}

    /**
     * A request as it stands in the manual, and what in it is what.
     *
     * @param sample raw HTTP (RFC 9112) or a command line of curl
     * @param marks by slot: number, text, reference, user, password; values as they stand there
     * @param region two capital letters: where national numbers in it are, or null
     * @param scheme of a raw sample: https, or http on this machine
     * @param answer a good answer, raw or its body alone
     */
    @Schema(name = "OutsideRequest")
    record Request(
            @NotBlank @Size(max = 8000) @ManyLines String sample,
            @NotNull Map<String, @Size(max = 400) String> marks,
            @Nullable @Pattern(regexp = "[A-Z]{2}") String region,
            @Nullable @Pattern(regexp = "https?") String scheme,
            @NotBlank @Size(max = 8000) @ManyLines String answer) {
        @Override
        public String toString() {
            return "(request)";
        }
    }

    /**
     * How a service is asked, and what its answers mean.
     *
     * @param group of the directory, whose people it knows; null: everybody
     * @param answerAt JSON pointer (RFC 6901) of what it says, in the answer to a look
     * @param yes values that mean that it is they; each other than those named means: not yet
     * @param denied values that mean that they did not ask for this
     */
    @Schema(name = "OutsideServiceToDescribe")
    record ToDescribe(
            @NotBlank @Size(max = 60) String title,
            @Nullable @Size(max = 120) String group,
            @NotNull @Valid Request ask,
            @NotNull @Valid Request look,
            @NotBlank @Size(max = 120) @Pattern(regexp = "/.*") String answerAt,
            @NotNull @Size(min = 1, max = 20) List<@NotBlank @Size(max = 60) String> yes,
            @NotNull @Size(max = 20) List<@NotBlank @Size(max = 60) String> no,
            @NotNull @Size(max = 20) List<@NotBlank @Size(max = 60) String> denied,
            @NotNull @Size(max = 20) List<@NotBlank @Size(max = 60) String> over,
            @Min(10) @Max(1800) int lastsSeconds,
            @Min(1) @Max(60) int everySeconds) {}

    private final OutsideServiceRows rows;
    private final Set<String> builtIn;
    private final WrappedSecrets secrets;
    private final TheRecord record;
    private final Writes writes;
    private final Ids ids;

    OutsideServiceController(
            OutsideServiceRows rows,
            List<ProofMethod> builtIn,
            WrappedSecrets secrets,
            TheRecord record,
            Writes writes,
            Ids ids) {
        this.rows = rows;
        this.builtIn = builtIn.stream().map(ProofMethod::id).collect(Collectors.toSet());
        this.secrets = secrets;
        this.record = record;
        this.writes = writes;
        this.ids = ids;
    }

    @ApiCall(
            id = "outsideServices",
            summary = "Lists services outside that say whether somebody is who they say.")
    @GetMapping("/api/outside-services")
    List<Shown> all(SignedIn me) {
        me.must(Right.SET_UP);
        return rows.all().stream().map(OutsideServiceController::shown).toList();
    }

    private static Shown shown(OutsideService one) {
        return new Shown(
                one.id(),
                one.title(),
                one.group(),
                sample(one.ask()),
                sample(one.look()),
                one.answerAt(),
                values(one, OutsideService.Meaning.YES),
                values(one, OutsideService.Meaning.NO),
                values(one, OutsideService.Meaning.DENIED),
                values(one, OutsideService.Meaning.OVER),
                (int) one.lasts().toSeconds(),
                (int) one.every().toSeconds(),
                one.password() != null);
    }

    private static List<String> values(OutsideService one, OutsideService.Meaning meaning) {
        return one.answers().getOrDefault(meaning, Set.of()).stream().sorted().toList();
    }

    private static String sample(Description description) {
        Map<Slot, String> values = new EnumMap<>(Slot.class);
        for (Slot slot : description.slots()) {
            values.put(slot, slot == Slot.NUMBER ? SHOWN_NUMBER : slot.word());
        }
        return new String(Renderer.shown(description, values), StandardCharsets.UTF_8);
    }

    @ApiCall(
            id = "describeOutsideService",
            summary = "Describes how a service is asked, by samples, and what its answers mean.",
            more =
                    "Its id is what rulebooks call it: until one gives it points, it is not"
                            + " offered. What is marked as user and password is kept apart, and the"
                            + " password is given to nobody. To describe one, show first that it is"
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
    void put(SignedIn me, @PathVariable String service, @Valid @RequestBody ToDescribe wanted) {
        me.must(Right.SET_UP);
        me.mustBeFresh();
        if (!service.matches("[a-z][a-z0-9-]{1,29}")) {
            throw Problem.invalid("It is named by small letters, digits and hyphens.");
        }
        if (builtIn.contains(service)) {
            throw new Problem(
                    409, "built-in", "Earnest has a method of that name itself. Choose another.");
        }
        Description ask = learned("ask", wanted.ask());
        Description look = learned("look", wanted.look());
        String user = credential(wanted, "user");
        String password = credential(wanted, "password");
        Map<OutsideService.Meaning, Set<String>> answers = answers(wanted);
        writes.run(
                () -> {
                    UUID key = ids.next();
                    rows.put(
                            new OutsideService(
                                    service,
                                    key,
                                    wanted.title().strip(),
                                    wanted.group(),
                                    ask,
                                    look,
                                    wanted.answerAt(),
                                    answers,
                                    Duration.ofSeconds(wanted.lastsSeconds()),
                                    Duration.ofSeconds(wanted.everySeconds()),
                                    user,
                                    password == null ? null : wrapped(key, password)));
                    record.append(
                            Entry.by(EntryKind.OUTSIDE_SERVICE_DESCRIBED, me.id(), me.name())
                                    .data("service", service)
                                    .data("what", wanted.title().strip()));
                });
    }

    private WrappedSecrets.Wrapped wrapped(UUID key, String password) {
        try (Secret secret = Secret.of(password)) {
            return secrets.wrap(key, secret);
        }
    }

    private static @Nullable String credential(ToDescribe wanted, String slot) {
        String asked = wanted.ask().marks().get(slot);
        String looked = wanted.look().marks().get(slot);
        if (asked != null && looked != null && !asked.equals(looked)) {
            throw Problem.invalid("Both requests are sent with one %s.".formatted(slot));
        }
        return asked == null ? looked : asked;
    }

    private static Map<OutsideService.Meaning, Set<String>> answers(ToDescribe wanted) {
        Map<OutsideService.Meaning, Set<String>> answers =
                new EnumMap<>(OutsideService.Meaning.class);
        answers.put(OutsideService.Meaning.YES, Set.copyOf(wanted.yes()));
        answers.put(OutsideService.Meaning.NO, Set.copyOf(wanted.no()));
        answers.put(OutsideService.Meaning.DENIED, Set.copyOf(wanted.denied()));
        answers.put(OutsideService.Meaning.OVER, Set.copyOf(wanted.over()));
        long named = answers.values().stream().mapToLong(Set::size).sum();
        if (answers.values().stream().flatMap(Set::stream).distinct().count() != named) {
            throw Problem.invalid("An answer means one thing only.");
        }
        return answers;
    }

    /** What the sample says, with nothing of the marks in it; only to where it may go. */
    private static Description learned(String which, Request request) {
        Map<Slot, String> marks = new EnumMap<>(Slot.class);
        try {
            request.marks().forEach((slot, value) -> marks.put(Slot.of(slot), value));
            Description learned =
                    Learner.learn(
                            request.sample().replace("\r\n", "\n").replace("\n", "\r\n"),
                            marks,
                            request.region(),
                            request.scheme(),
                            request.answer());
            mayGo(learned);
            return learned;
        } catch (BadField bad) {
            throw Problem.invalid("%s: %s".formatted(which, bad.getMessage()));
        } catch (CannotCarry cannot) {
            throw Problem.invalid("%s: %s".formatted(which, cannot.getMessage()));
        }
    }

    /** Over TLS, or to a service on this machine: a credential goes with it. */
    private static void mayGo(Description description) {
        String[] lines = sample(description).split("\r\n");
        String host =
                java.util.Arrays.stream(lines)
                        .filter(line -> line.toLowerCase(java.util.Locale.ROOT).startsWith("host:"))
                        .map(line -> line.substring("host:".length()).strip())
                        .findFirst()
                        .orElseThrow(() -> Problem.invalid("The sample names no host."));
        String name = URI.create(description.scheme() + "://" + host).getHost();
        boolean here = Set.of("localhost", "127.0.0.1", "[::1]").contains(String.valueOf(name));
        if (!description.scheme().equals("https") && !here) {
            throw Problem.invalid("Outside this machine it is asked over https only.");
        }
    }

    @ApiCall(
            id = "removeOutsideService",
            summary = "Takes the description of a service away; it is asked no more.")
    @DeleteMapping("/api/outside-services/{service}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(SignedIn me, @PathVariable String service) {
        me.must(Right.SET_UP);
        writes.run(
                () -> {
                    String title =
                            rows.find(service)
                                    .map(OutsideService::title)
                                    .orElseThrow(() -> Problem.unknown("outside service"));
                    rows.remove(service);
                    record.append(
                            Entry.by(EntryKind.OUTSIDE_SERVICE_TAKEN_AWAY, me.id(), me.name())
                                    .data("service", service)
                                    .data("what", title));
                });
    }
}
