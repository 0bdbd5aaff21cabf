package earnest.chat;

import earnest.access.ClientAddress;
import earnest.access.Cookies;
import earnest.access.GuessLimits;
import earnest.core.puzzle.Puzzle;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;
import earnest.ground.Problem;
import earnest.selfservice.EvenTime;
import earnest.selfservice.PagesBeside;
import earnest.selfservice.Robots;
import earnest.written.Written;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;
import java.util.function.Function;
import java.util.function.Supplier;

/** A chat with the desk; nobody is signed in. */
@RestController
class ChatController {
    private static final Duration WITH_THE_BROWSER = Duration.ofSeconds(-1);
    private static final GuessLimits.Limit LINES = new GuessLimits.Limit(20, Duration.ofMinutes(1));
    private static final String PUZZLE =
            "EBESExQVFhcYGRobHB0eHwwAAAAAawvZ2AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA";

    /** A sum that a browser does before it is answered. */
    @Schema(name = "ChatPuzzle")
    record PuzzleGiven(String puzzle, int bits) {}

    @Schema(name = "ChatStart")
    record Start(
            @NotBlank @Size(max = 100) String puzzle, @NotBlank @Size(max = 20) String solution) {}

    /** May hold a secret by mistake: it has no text form. */
    @Schema(name = "ChatMessage")
    record Message(
            @NotBlank @Pattern(regexp = "[A-Za-z0-9-]{8,60}") String id,
            @NotBlank @Size(max = Written.LONGEST) @ManyLines String words) {
        @Override
        public String toString() {
            return "(a message)";
        }
    }

    private final ChatDesk desk;
    private final ChatEnds ends;
    private final ChatComposer composer;
    private final Robots robots;
    private final EvenTime time;
    private final GuessLimits limits;
    private final Cookies cookies;
    private final ClientAddress addresses;

    ChatController(
            ChatDesk desk,
            ChatEnds ends,
            ChatComposer composer,
            Robots robots,
            EvenTime time,
            GuessLimits limits,
            Cookies cookies,
            ClientAddress addresses) {
        this.desk = desk;
        this.ends = ends;
        this.composer = composer;
        this.robots = robots;
        this.time = time;
        this.limits = limits;
        this.cookies = cookies;
        this.addresses = addresses;
    }

    private @Nullable String token(HttpServletRequest request) {
        return cookies.read(request, Chat.COOKIE).orElse(null);
    }

    private Chat here(HttpServletRequest request) {
        String token = token(request);
        return desk.here(token)
                .orElseThrow(
                        () ->
                                desk.moved(token)
                                        ? new Problem(
                                                409,
                                                "moved-on",
                                                "You went on in another browser. Go on there.")
                                        : new Problem(
                                                401,
                                                "chat-over",
                                                "This chat is over. Begin again."));
    }

    @ApiCall(
            id = "chatPuzzle",
            summary = "Gives the sum to be done before a chat begins.",
            more = "It is solved as that of `ownPuzzle`, and is good for five minutes, once.",
            refuses = {"429 slow-down"})
    @PostMapping("/api/own/chat/puzzle")
    PuzzleGiven puzzle(HttpServletRequest request) {
        String address = addresses.of(request);
        Puzzle puzzle = time.answer(() -> robots.puzzle(desk.mark(address), address));
        return new PuzzleGiven(puzzle.text(), puzzle.bits());
    }

    @ApiCall(
            id = "beginChat",
            summary = "Begins a chat with the desk.",
            more =
                    "A cookie binds it to the browser. The assistant answers first, and says"
                            + " nothing from which one could learn whether a name is known.",
            refuses = {"422 puzzle-unsolved", "429 slow-down"},
            example = "{\"puzzle\": \"" + PUZZLE + "\", \"solution\": \"4711\"}")
    @PostMapping("/api/own/chat")
    ResponseEntity<ChatShown> begin(@Valid @RequestBody Start start, HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    String token =
                            desk.start(addresses.of(request), start.puzzle(), start.solution());
                    // What was begun in this browser before cannot be got at any more.
                    desk.here(token(request)).ifPresent(ends::leave);
                    return ResponseEntity.ok()
                            .header(
                                    HttpHeaders.SET_COOKIE,
                                    cookies.write(Chat.COOKIE, token, WITH_THE_BROWSER))
                            .cacheControl(CacheControl.noStore())
                            .body(composer.of(desk.here(token).orElseThrow(), 0));
                });
    }

    @ApiCall(
            id = "chat",
            summary = "Gives what was written in the chat of this browser.",
            asked = {"after=0: the number of the last line that one has"})
    @GetMapping("/api/own/chat")
    ChatShown chat(@RequestParam(defaultValue = "0") int after, HttpServletRequest request) {
        String token = token(request);
        Function<Chat, ChatShown> shown =
                chat -> {
                    desk.seen(chat);
                    return composer.of(chat, after);
                };
        return desk.here(token)
                .map(shown)
                .orElseGet(
                        () ->
                                desk.moved(token)
                                        ? composer.moved()
                                        : desk.over(token)
                                                .map(chat -> composer.over(chat, after))
                                                .orElseGet(composer::none));
    }

    @ApiCall(
            id = "sayInChat",
            summary = "Writes in the chat; the same id is taken once.",
            more =
                    "What looks like a secret is masked before it is stored. A code that is waited"
                            + " for is tried, and not stored.",
            refuses = {"401 chat-over", "409 moved-on", "429 slow-down", "429 too-many-lines"},
            example = "{\"id\": \"3f0c2a9e-1\", \"words\": \"I forgot my password\"}")
    @PostMapping("/api/own/chat/lines")
    ChatShown say(@Valid @RequestBody Message message, HttpServletRequest request) {
        Supplier<ChatShown> said =
                () -> {
                    Chat chat = here(request);
                    if (!limits.take("chat-lines " + chat.id(), LINES)) {
                        throw new Problem(
                                429, "slow-down", "That is a lot at once. Wait a minute.");
                    }
                    desk.say(chat, message.id(), message.words().strip());
                    return composer.of(here(request), 0);
                };
        // Only who somebody is could take longer for a name that is known.
        boolean named =
                desk.here(token(request)).filter(c -> c.asked() == Chat.Asked.WHO).isPresent();
        return named ? time.answerLong(said) : time.answer(said);
    }

    @ApiCall(
            id = "writingInChat",
            summary = "Says that somebody is writing just now.",
            refuses = {"401 chat-over", "409 moved-on"})
    @PostMapping("/api/own/chat/writing")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void writing(HttpServletRequest request) {
        desk.writing(here(request));
    }

    @ApiCall(
            id = "pageFromChat",
            summary = "Opens the page of one's own that was offered in the chat.",
            more =
                    "Its cookie comes with the answer; the page is then that of `ownPage`. For a"
                            + " name that nobody has it is a page on which nothing is ever right.",
            refuses = {"401 chat-over", "409 moved-on", "409 not-offered"})
    @PostMapping("/api/own/chat/page")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    ResponseEntity<Void> page(HttpServletRequest request) {
        return time.answerLong(
                () ->
                        ResponseEntity.noContent()
                                .header(
                                        HttpHeaders.SET_COOKIE,
                                        cookies.write(
                                                PagesBeside.COOKIE,
                                                desk.page(here(request)),
                                                WITH_THE_BROWSER))
                                .build());
    }

    @ApiCall(id = "leaveChat", summary = "Ends the chat.")
    @DeleteMapping("/api/own/chat")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(HttpServletRequest request) {
        desk.here(token(request)).ifPresent(ends::leave);
    }
}
