package earnest.selfservice;

import earnest.access.ClientAddress;
import earnest.access.Cookies;
import earnest.core.passwords.Check;
import earnest.core.passwords.Secret;
import earnest.core.puzzle.Puzzle;
import earnest.ground.ApiCall;
import earnest.links.LinkPurpose;
import earnest.links.LinkToken;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;
import java.util.List;
import java.util.Objects;

/** For whoever helps themselves; nobody is signed in. */
@RestController
class OwnPageController {
    private static final Duration WITH_THE_BROWSER = Duration.ofSeconds(-1);
    private static final String PUZZLE =
            "EBESExQVFhcYGRobHB0eHwwAAAAAawvZ2AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA";

    @Schema(name = "OwnName")
    record Named(@NotBlank @Size(max = 200) String name) {}

    /** A sum that a browser does before it is answered. */
    @Schema(name = "OwnPuzzle")
    record PuzzleGiven(String puzzle, int bits) {}

    @Schema(name = "OwnStart")
    record Start(
            @NotBlank @Size(max = 200) String name,
            @NotBlank @Size(max = 100) String puzzle,
            @NotBlank @Size(max = 20) String solution,
            OwnSession.@Nullable Wants wants) {}

    @Schema(name = "OwnWayWanted")
    record Wanted(@NotBlank @Size(max = 80) String way) {}

    /** What was typed is a secret: it has no text form. */
    @Schema(name = "OwnReply")
    record Typed(@NotBlank @Size(max = 8000) String typed) {
        @Override
        public String toString() {
            return "(reply)";
        }
    }

    @Schema(name = "OwnReplied")
    record Replied(boolean right, OwnPage page) {}

    /** Its own text form would show the password. */
    @Schema(name = "OwnPassword")
    record Chosen(
            @NotBlank @Size(max = 200) String password,
            @NotEmpty @Size(max = 20) List<@NotBlank @Size(max = 40) String> systems) {
        @Override
        public String toString() {
            return "(a password)";
        }
    }

    /**
     * How a password does in one system.
     *
     * @param remembers how many former passwords the system refuses by itself
     */
    @Schema(name = "OwnPasswordTried")
    record Tried(String system, List<Check.Rule> rules, int remembers) {}

    private final OwnPageDesk desk;
    private final OwnPageLinks links;
    private final OwnPasswords passwords;
    private final Robots robots;
    private final EvenTime time;
    private final Cookies cookies;
    private final ClientAddress addresses;

    OwnPageController(
            OwnPageDesk desk,
            OwnPageLinks links,
            OwnPasswords passwords,
            Robots robots,
            EvenTime time,
            Cookies cookies,
            ClientAddress addresses) {
        this.desk = desk;
        this.links = links;
        this.passwords = passwords;
        this.robots = robots;
        this.time = time;
        this.cookies = cookies;
        this.addresses = addresses;
    }

    private @Nullable String token(HttpServletRequest request) {
        return cookies.read(request, PagesBeside.COOKIE).orElse(null);
    }

    private ResponseEntity<OwnPage> withToken(String token, List<String> along) {
        ResponseEntity.BodyBuilder answer =
                ResponseEntity.ok()
                        .header(
                                HttpHeaders.SET_COOKIE,
                                cookies.write(PagesBeside.COOKIE, token, WITH_THE_BROWSER));
        along.forEach(cookie -> answer.header(HttpHeaders.SET_COOKIE, cookie));
        return answer.cacheControl(CacheControl.noStore()).body(desk.page(token));
    }

    @ApiCall(
            id = "ownPuzzle",
            summary = "Gives the sum to be done before a page for a name begins.",
            more =
                    "It is solved by a decimal number n, without leading zeros, for which SHA-256"
                            + " of the puzzle, a full stop and n begins with at least so many zero"
                            + " bits. It is good for five minutes, once, for this name.",
            refuses = {"429 slow-down"},
            example = "{\"name\": \"iokafor\"}")
    @PostMapping("/api/own/puzzle")
    PuzzleGiven puzzle(@Valid @RequestBody Named named, HttpServletRequest request) {
        String address = addresses.of(request);
        Puzzle puzzle = time.answer(() -> robots.puzzle(robots.mark(named.name()), address));
        return new PuzzleGiven(puzzle.text(), puzzle.bits());
    }

    @ApiCall(
            id = "beginOwnPage",
            summary = "Begins a page on which somebody helps themselves.",
            more =
                    "The answer and its time are of one kind for names that are known and for those"
                            + " that are not. A cookie binds the page to the browser; it is over"
                            + " ten minutes after its last step and thirty after its first. Without"
                            + " `wants` it is for an own password.",
            refuses = {"422 puzzle-unsolved", "429 slow-down"},
            example =
                    "{\"name\": \"iokafor\", \"puzzle\": \""
                            + PUZZLE
                            + "\", \"solution\": \"4711\"}")
    @PostMapping("/api/own/session")
    ResponseEntity<OwnPage> begin(@Valid @RequestBody Start start, HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    String token =
                            desk.start(
                                    start.name(),
                                    start.puzzle(),
                                    start.solution(),
                                    Objects.requireNonNullElse(
                                            start.wants(), OwnSession.Wants.OWN_PASSWORD));
                    // What was begun in this browser before cannot be got at any more.
                    desk.leave(token(request));
                    return withToken(token, List.of());
                });
    }

    @ApiCall(
            id = "ownPage",
            summary = "What the page shows now; to ask is no step.",
            more =
                    "`stage` is `begin` where nothing was begun in this browser, or it is over, and"
                            + " `moved` where it goes on in another.")
    @GetMapping("/api/own/session")
    OwnPage page(HttpServletRequest request) {
        return time.answer(() -> desk.page(token(request)));
    }

    @ApiCall(id = "leaveOwnPage", summary = "Leaves the page: it is over.")
    @DeleteMapping("/api/own/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(HttpServletRequest request) {
        time.answer(
                () -> {
                    desk.leave(token(request));
                    return true;
                });
    }

    @ApiCall(
            id = "beginOwnWay",
            summary = "Begins one of the ways to prove oneself that the page lists.",
            refuses = {
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 not-offered",
                "409 held-by-another",
                "429 too-many-checks"
            },
            example = "{\"way\": \"authenticator\"}")
    @PostMapping("/api/own/ways")
    OwnPage beginWay(@Valid @RequestBody Wanted wanted, HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    desk.begin(desk.step(token(request)), wanted.way());
                    return desk.page(token(request));
                });
    }

    @ApiCall(
            id = "replyOwnWay",
            summary = "Gives the code for what is under way. A wrong one is a result.",
            refuses = {
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 check-over",
                "409 held-by-another",
                "429 too-many-tries"
            },
            example = "{\"typed\": \"123456\"}")
    @PostMapping("/api/own/ways/reply")
    Replied reply(@Valid @RequestBody Typed reply, HttpServletRequest request) {
        return time.answer(
                () -> {
                    try (Secret typed = Secret.of(reply.typed().strip())) {
                        boolean right = desk.type(desk.step(token(request)), typed);
                        return new Replied(right, desk.page(token(request)));
                    }
                });
    }

    @ApiCall(
            id = "pressOwnLink",
            summary = "Shows what a link that was sent for a page is about; uses nothing up.",
            refuses = {"404 link-over", "429 slow-down"},
            example = "{\"token\": \"AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA\"}")
    @PostMapping("/api/own/link/press")
    LinkPurpose.Shown press(
            @Valid @RequestBody LinkToken.Pressed pressed, HttpServletRequest request) {
        robots.countLink(addresses.of(request));
        return time.answer(() -> links.press(pressed.token()));
    }

    @ApiCall(
            id = "answerOwnLink",
            summary = "Goes on in this browser, or says that one did not ask for it.",
            more =
                    "Where one goes on, the browser in which the page was begun stops. Where one"
                            + " did not ask for it, everything of the person is stopped.",
            refuses = {"404 link-over", "409 page-over", "429 slow-down"},
            example =
                    "{\"token\": \"AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA\", \"choice\":"
                            + " \"opened\"}")
    @PostMapping("/api/own/link")
    ResponseEntity<OwnPage> answer(
            @Valid @RequestBody LinkToken.Answered answered, HttpServletRequest request) {
        robots.countLink(addresses.of(request));
        return time.answer(
                () -> {
                    OwnPageLinks.Moved moved = links.answer(answered.token(), answered.choice());
                    String token = moved.token();
                    return token == null
                            ? ResponseEntity.ok(desk.over())
                            : withToken(token, moved.along());
                });
    }

    @ApiCall(
            id = "tryOwnPassword",
            summary = "Looks at a new password by the rules of each system, as it is typed.",
            refuses = {
                "403 not-sure-enough",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another",
                "429 too-many-tries"
            },
            example = "{\"password\": \"slow tide under the pier\", \"systems\": [\"directory\"]}")
    @PostMapping("/api/own/password/try")
    List<Tried> tryOut(@Valid @RequestBody Chosen chosen, HttpServletRequest request) {
        return time.answer(
                () -> {
                    try (Secret candidate = Secret.of(chosen.password())) {
                        return passwords
                                .look(desk.step(token(request)), chosen.systems(), candidate)
                                .stream()
                                .map(
                                        one ->
                                                new Tried(
                                                        one.system(),
                                                        one.trial().rules(),
                                                        one.trial().remembers()))
                                .toList();
                    }
                });
    }

    @ApiCall(
            id = "setOwnPassword",
            summary = "Sets the new password in each system.",
            more = "How it goes is on the page: ask for it until it is settled.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another",
                "409 already-running",
                "409 cannot-be-helped",
                "409 changed-meanwhile",
                "422 rules-broken",
                "429 too-many-changes"
            },
            example = "{\"password\": \"slow tide under the pier\", \"systems\": [\"directory\"]}")
    @PostMapping("/api/own/password")
    OwnPage set(@Valid @RequestBody Chosen chosen, HttpServletRequest request) {
        return time.answer(
                () -> {
                    try (Secret password = Secret.of(chosen.password())) {
                        passwords.set(desk.step(token(request)), chosen.systems(), password);
                    }
                    return desk.page(token(request));
                });
    }
}
