package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
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

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Signing in and out. */
@RestController
class SessionController {
    /** A request's own text form would show the password. */
    record Credentials(
            @NotBlank @Size(max = 64) String login,
            @NotBlank @Size(max = 200) String password,
            @Nullable @Size(max = 12) String code) {
        @Override
        public String toString() {
            return "(credentials)";
        }
    }

    /** What is typed to show again that it is oneself. */
    @Schema(name = "ProvedAgain")
    record Again(@NotBlank @Size(max = 12) String code) {
        @Override
        public String toString() {
            return "(code)";
        }
    }

    /**
     * What is taken into an authenticator, shown once. Its own text form would show it.
     *
     * @param key in base 32
     * @param address the same, as apps read it
     */
    @Schema(name = "SecondFactorSettingUp")
    record SettingUp(String key, String address) {
        @Override
        public String toString() {
            return "(what is shown once)";
        }
    }

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
    private final ClientAddress addresses;
    private final Cookies cookies;
    private final PageTokens pageTokens;

    SessionController(
            SignIn signIn,
            Sessions sessions,
            Analysts analysts,
            AccessProperties properties,
            ClientAddress addresses,
            Cookies cookies,
            PageTokens pageTokens) {
        this.signIn = signIn;
        this.sessions = sessions;
        this.analysts = analysts;
        this.properties = properties;
        this.addresses = addresses;
        this.cookies = cookies;
        this.pageTokens = pageTokens;
    }

    @ApiCall(
            id = "signIn",
            summary = "Signs somebody in.",
            more =
                    "The answer and its time are the same for a name that is not there. Whoever"
                            + " knows the password and sends no code is told that one is wanted, or"
                            + " that their authenticator is to be set up first. A new token comes"
                            + " with the answer, as the cookie XSRF-TOKEN.",
            refuses = {
                "401 sign-in-refused",
                "401 code-wanted",
                "401 second-factor-missing",
                "403 code-refused",
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
        try (Secret code = secret(credentials.code())) {
            welcome = signIn.signIn(attempt(credentials, request), code);
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

    private SignIn.Attempt attempt(Credentials credentials, HttpServletRequest request) {
        return new SignIn.Attempt(
                credentials.login(),
                credentials.password(),
                addresses.of(request),
                cookies.read(request, Cookies.Kind.BROWSER));
    }

    private static @Nullable Secret secret(@Nullable String code) {
        return code == null || code.isBlank() ? null : Secret.of(code.replace(" ", ""));
    }

    @ApiCall(
            id = "setUpSecondFactor",
            summary = "Begins to set up the authenticator of somebody who has none yet.",
            more =
                    "What is given is shown once. It counts from the first signing in with a code"
                            + " of it.",
            refuses = {"401 sign-in-refused", "409 factor-there", "429 slow-down"},
            example = "{\"login\": \"tove.rask\", \"password\": \"a long sentence of hers\"}")
    @PostMapping("/api/session/factor")
    ResponseEntity<SettingUp> setUpFactor(
            @Valid @RequestBody Credentials credentials, HttpServletRequest request) {
        try (Secret key = signIn.setUpFactor(attempt(credentials, request))) {
            String text = key.open(String::new);
            String address =
                    "otpauth://totp/Earnest:%s?secret=%s&issuer=Earnest"
                            .formatted(
                                    URLEncoder.encode(credentials.login(), StandardCharsets.UTF_8),
                                    text);
            return ResponseEntity.ok()
                    .cacheControl(CacheControl.noStore())
                    .body(new SettingUp(text, address));
        }
    }

    @ApiCall(
            id = "proveAgain",
            summary = "Shows again that it is oneself, before what lowers what keeps people safe.",
            more = "It is good for ten minutes, in this session.",
            refuses = {"403 code-refused", "429 slow-down"},
            example = "{\"code\": \"123456\"}")
    @PostMapping("/api/session/again")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void proveAgain(SignedIn me, @Valid @RequestBody Again again, HttpServletRequest request) {
        String session = cookies.read(request, Cookies.Kind.SESSION).orElseThrow();
        try (Secret code = Secret.of(again.code().replace(" ", ""))) {
            signIn.proveAgain(me, session, code);
        }
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
