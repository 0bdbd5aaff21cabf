package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;

import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Signing in and out. */
@RestController
class SessionController {
    /**
     * Who is signed in.
     *
     * @param rights what they may do, by the ids of the rights
     */
    @Schema(name = "SignedInAnalyst")
    record Me(UUID id, String name, List<String> roles, List<String> rights) {}

    record Colleague(UUID id, String name) {}

    private final SignIn signIn;
    private final Sessions sessions;
    private final Analysts analysts;
    private final AccessProperties properties;
    private final SignInAttempts attempts;
    private final Cookies cookies;
    private final PageTokens pageTokens;

    SessionController(
            SignIn signIn,
            Sessions sessions,
            Analysts analysts,
            AccessProperties properties,
            SignInAttempts attempts,
            Cookies cookies,
            PageTokens pageTokens) {
        this.signIn = signIn;
        this.sessions = sessions;
        this.analysts = analysts;
        this.properties = properties;
        this.attempts = attempts;
        this.cookies = cookies;
        this.pageTokens = pageTokens;
    }

    @ApiCall(
            id = "signIn",
            summary = "Signs somebody in.",
            more =
                    "The answer and its time are the same for a name that is not there. Whoever"
                            + " knows the password and sends neither code nor passkey is told which"
                            + " is wanted, or that one is to be set up first. A passkey is what the"
                            + " browser gave for what signInAsksPasskey asked. A new token comes"
                            + " with the answer, as the cookie XSRF-TOKEN.",
            refuses = {
                "401 sign-in-refused",
                "401 code-wanted",
                "401 passkey-wanted",
                "401 code-or-passkey-wanted",
                "401 second-factor-missing",
                "403 code-refused",
                "403 passkey-refused",
                "422 one-of-two",
                "429 slow-down"
            },
            example =
                    "{\"login\": \"tove.rask\", \"password\": \"a long sentence of hers\","
                            + " \"code\": \"123456\"}")
    @PostMapping("/api/session")
    Me signIn(
            @Valid @RequestBody Credentials credentials,
            HttpServletRequest request,
            HttpServletResponse response) {
        SignIn.Welcome welcome;
        try (Secret given = credentials.given()) {
            welcome = signIn.signIn(attempts.of(credentials, request), credentials.reply(given));
        }
        // Only now: who is refused loses nothing that was open.
        cookies.read(request, Cookies.Kind.SESSION).ifPresent(old -> sessions.end(old, null));
        give(response, Cookies.Kind.SESSION, welcome.session(), properties.absoluteTimeout());
        if (welcome.browser() != null) {
            give(response, Cookies.Kind.BROWSER, welcome.browser(), KnownBrowsers.LASTS);
        }
        // A token that somebody else may have planted before is worth nothing from now on.
        pageTokens.changeTo(welcome.session(), response);
        return sessions.whose(welcome.session(), true).map(SessionController::me).orElseThrow();
    }

    /** 204 when nobody is signed in: asking is no error. */
    @ApiCall(
            id = "whoIsSignedIn",
            summary =
                    "Says who is signed in and what they may do; nothing if nobody is. It "
                            + "brings the token that every change must carry.",
            also = {"204 Nobody is signed in."})
    @GetMapping("/api/session")
    ResponseEntity<Me> who(HttpServletRequest request, HttpServletResponse response) {
        pageTokens.restore(request, response);
        Optional<SignedIn> me =
                cookies.read(request, Cookies.Kind.SESSION)
                        .flatMap(token -> sessions.whose(token, false));
        return me.map(m -> ResponseEntity.ok(me(m))).orElse(ResponseEntity.noContent().build());
    }

    @ApiCall(id = "signOut", summary = "Ends the session.")
    @DeleteMapping("/api/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request, HttpServletResponse response) {
        cookies.read(request, Cookies.Kind.SESSION).ifPresent(token -> sessions.end(token, null));
        give(response, Cookies.Kind.SESSION, "", Duration.ZERO);
        pageTokens.changeToAnonymous(response);
    }

    private void give(
            HttpServletResponse response, Cookies.Kind kind, String value, Duration lasts) {
        response.addHeader(HttpHeaders.SET_COOKIE, cookies.write(kind, value, lasts));
    }

    /** Those to whom a ticket can be passed. */
    @ApiCall(id = "analysts", summary = "Lists who works here, by id and name.")
    @GetMapping("/api/analysts")
    List<Colleague> analysts(SignedIn me) {
        return analysts.atTheDesk().stream().map(c -> new Colleague(c.id(), c.name())).toList();
    }

    /** Forgets the wrong tries at an analyst's name, which had slowed it down. */
    @ApiCall(
            id = "releaseSignIn",
            summary = "A lead frees a name whose signing in was slowed by wrong tries.")
    @PostMapping("/api/analysts/{analyst}/release")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void release(SignedIn me, @PathVariable UUID analyst) {
        signIn.release(me, analyst);
    }

    private static Me me(SignedIn me) {
        return new Me(
                me.id(),
                me.name(),
                me.roles().stream().map(Role::word).sorted().toList(),
                Arrays.stream(Right.values()).filter(me::may).map(Right::id).toList());
    }
}
