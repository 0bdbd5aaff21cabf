package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
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
import java.util.UUID;

/** What staff sign in with beside their password. */
@RestController
class SecondFactorController {
    /**
     * What is given to show that it is oneself: one of the two. Its own text form would show it.
     *
     * @param code that an authenticator shows
     * @param passkey what the browser gave, as JSON
     */
    @Schema(name = "SecondFactorGiven")
    record Given(
            @Nullable @Size(max = 12) String code,
            @Nullable @Size(max = Credentials.PASSKEY) String passkey) {
        @Override
        public String toString() {
            return "(code or passkey)";
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
     * What a browser is asked for, or to make.
     *
     * @param options as JSON, for {@code PublicKeyCredential.parse…OptionsFromJSON}
     */
    @Schema(name = "PasskeyAsked")
    record Asked(String options) {}

    /**
     * One that counts.
     *
     * @param kind {@code authenticator} or {@code passkey}
     */
    @Schema(name = "SecondFactorHeld")
    record Held(UUID id, String kind, Instant since) {}

    private final SignIn signIn;
    private final OwnFactors own;
    private final SignInAttempts attempts;
    private final Cookies cookies;

    SecondFactorController(
            SignIn signIn, OwnFactors own, SignInAttempts attempts, Cookies cookies) {
        this.signIn = signIn;
        this.own = own;
        this.attempts = attempts;
        this.cookies = cookies;
    }

    @ApiCall(
            id = "setUpSecondFactor",
            summary = "Begins to set up the authenticator of somebody who has nothing yet.",
            more =
                    "What is given is shown once. It counts from the first signing in with a code"
                            + " of it.",
            refuses = {"401 sign-in-refused", "409 factor-there", "429 slow-down"},
            example = "{\"login\": \"tove.rask\", \"password\": \"a long sentence of hers\"}")
    @PostMapping("/api/session/factor")
    ResponseEntity<SettingUp> setUpAuthenticator(
            @Valid @RequestBody Credentials credentials, HttpServletRequest request) {
        try (Secret key = signIn.setUpAuthenticator(attempts.of(credentials, request))) {
            return shown(key, credentials.login());
        }
    }

    @ApiCall(
            id = "setUpStaffPasskey",
            summary = "Begins to set up a passkey of somebody who has nothing yet.",
            more =
                    "The browser makes it of the options; it counts from the first signing in that"
                            + " sends what it gave.",
            refuses = {"401 sign-in-refused", "409 factor-there", "429 slow-down"},
            example = "{\"login\": \"tove.rask\", \"password\": \"a long sentence of hers\"}")
    @PostMapping("/api/session/passkey/new")
    Asked setUpPasskey(@Valid @RequestBody Credentials credentials, HttpServletRequest request) {
        return new Asked(signIn.setUpPasskey(attempts.of(credentials, request)));
    }

    @ApiCall(
            id = "signInAsksPasskey",
            summary = "Asks for a passkey of whoever knows the password.",
            more = "It is waited for two minutes; asking again makes what was asked before void.",
            refuses = {"401 sign-in-refused", "409 no-passkey", "429 slow-down"},
            example = "{\"login\": \"tove.rask\", \"password\": \"a long sentence of hers\"}")
    @PostMapping("/api/session/passkey")
    Asked askPasskey(@Valid @RequestBody Credentials credentials, HttpServletRequest request) {
        return new Asked(signIn.askPasskey(attempts.of(credentials, request)));
    }

    @ApiCall(
            id = "proveAgain",
            summary = "Shows again that it is oneself, before what lowers what keeps people safe.",
            more = "It is good for ten minutes, in this session.",
            refuses = {
                "403 code-refused",
                "403 passkey-refused",
                "422 one-of-two",
                "429 slow-down"
            },
            example = "{\"code\": \"123456\"}")
    @PostMapping("/api/session/again")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void proveAgain(SignedIn me, @Valid @RequestBody Given given, HttpServletRequest request) {
        String session = cookies.read(request, Cookies.Kind.SESSION).orElseThrow();
        try (Secret secret = secret(given)) {
            own.proveAgain(me, session, reply(given, secret));
        }
    }

    @ApiCall(
            id = "proveAgainAsksPasskey",
            summary = "Asks for a passkey of one's own, to show again that it is oneself.",
            refuses = {"409 no-passkey"})
    @PostMapping("/api/session/again/passkey")
    Asked askPasskeyAgain(SignedIn me) {
        return new Asked(own.askPasskey(me));
    }

    @ApiCall(id = "ownFactors", summary = "Lists what one signs in with beside the password.")
    @GetMapping("/api/session/factors")
    List<Held> all(SignedIn me) {
        return own.all(me).stream()
                .map(held -> new Held(held.id(), held.kind().word(), held.since()))
                .toList();
    }

    @ApiCall(
            id = "addOwnAuthenticator",
            summary = "Begins to add an authenticator to what one has.",
            more = "What is given is shown once. It counts once a code of it was given.",
            refuses = {"403 prove-again", "409 factor-there"})
    @PostMapping("/api/session/factors/authenticator")
    ResponseEntity<SettingUp> addAuthenticator(SignedIn me) {
        try (Secret key = own.addAuthenticator(me)) {
            return shown(key, me.login());
        }
    }

    @ApiCall(
            id = "addOwnPasskey",
            summary = "Begins to add a passkey to what one has.",
            more = "It counts once what the browser made was given.",
            refuses = {"403 prove-again", "409 factor-there"})
    @PostMapping("/api/session/factors/passkey")
    Asked addPasskey(SignedIn me) {
        return new Asked(own.addPasskey(me));
    }

    @ApiCall(
            id = "ownFactorAdded",
            summary = "Finishes what one adds: from now on it counts.",
            refuses = {
                "403 prove-again",
                "403 code-refused",
                "403 passkey-refused",
                "422 one-of-two",
                "429 slow-down"
            },
            example = "{\"code\": \"123456\"}")
    @PostMapping("/api/session/factors")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void added(SignedIn me, @Valid @RequestBody Given given) {
        try (Secret secret = secret(given)) {
            own.added(me, reply(given, secret));
        }
    }

    @ApiCall(
            id = "removeOwnFactor",
            summary = "Takes away one of several that one signs in with.",
            refuses = {"403 prove-again", "404 unknown", "409 only-one"})
    @DeleteMapping("/api/session/factors/{factor}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(SignedIn me, @PathVariable UUID factor) {
        own.remove(me, factor);
    }

    private static ResponseEntity<SettingUp> shown(Secret key, String login) {
        String text = key.open(String::new);
        String address =
                "otpauth://totp/Earnest:%s?secret=%s&issuer=Earnest"
                        .formatted(URLEncoder.encode(login, StandardCharsets.UTF_8), text);
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(new SettingUp(text, address));
    }

    private static Secret secret(Given given) {
        Secret secret = Credentials.given(given.code(), given.passkey());
        if (secret == null) {
            throw new Problem(422, "one-of-two", "Give the code, or use the passkey.");
        }
        return secret;
    }

    private static FactorReply reply(Given given, Secret secret) {
        return Credentials.reply(secret, Credentials.blank(given.passkey()));
    }
}
