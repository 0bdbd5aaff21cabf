package earnest.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Signing in and out. */
@RestController
class SessionController {
    /** A request's own text form would show the password. */
    record Credentials(
            @NotBlank @Size(max = 64) String login, @NotBlank @Size(max = 200) String password) {
        @Override
        public String toString() {
            return "(credentials)";
        }
    }

    record Me(
            UUID id,
            String name,
            List<String> roles,
            boolean desk,
            boolean record,
            boolean export,
            boolean erase,
            boolean changeKey) {}

    record Colleague(UUID id, String name) {}

    private final SignIn signIn;
    private final AccessProperties properties;
    private final CsrfTokenRepository pageTokens;

    SessionController(SignIn signIn, AccessProperties properties, CsrfTokenRepository pageTokens) {
        this.signIn = signIn;
        this.properties = properties;
        this.pageTokens = pageTokens;
    }

    @PostMapping("/api/session")
    Me signIn(
            @Valid @RequestBody Credentials credentials,
            HttpServletRequest request,
            HttpServletResponse response) {
        SessionFilter.token(request).ifPresent(old -> signIn.end(old, null));
        String token =
                signIn.signIn(credentials.login(), credentials.password(), request.getRemoteAddr());
        response.addHeader(
                HttpHeaders.SET_COOKIE, cookie(token, properties.absoluteTimeout().toSeconds()));
        // A token that somebody else may have planted before is worth nothing from now on.
        pageTokens.saveToken(pageTokens.generateToken(request), request, response);
        return signIn.whose(token, true).map(SessionController::me).orElseThrow();
    }

    /** 204 when nobody is signed in: asking is no error. */
    @GetMapping("/api/session")
    ResponseEntity<Me> who(HttpServletRequest request) {
        Optional<SignedIn> me =
                SessionFilter.token(request).flatMap(token -> signIn.whose(token, false));
        return me.map(m -> ResponseEntity.ok(me(m))).orElse(ResponseEntity.noContent().build());
    }

    @DeleteMapping("/api/session")
    ResponseEntity<Void> signOut(HttpServletRequest request) {
        SessionFilter.token(request).ifPresent(token -> signIn.end(token, null));
        return ResponseEntity.noContent().header(HttpHeaders.SET_COOKIE, cookie("", 0)).build();
    }

    /** Those to whom a ticket can be passed. */
    @GetMapping("/api/analysts")
    List<Colleague> analysts(SignedIn me) {
        return signIn.atTheDesk().stream().map(c -> new Colleague(c.id(), c.name())).toList();
    }

    private static Me me(SignedIn me) {
        return new Me(
                me.id(),
                me.name(),
                me.roles().stream().map(Role::word).sorted().toList(),
                me.may(Right.WORK_AT_DESK),
                me.may(Right.READ_RECORD),
                me.may(Right.EXPORT_RECORD),
                me.may(Right.ERASE_PERSONAL),
                me.may(Right.CHANGE_KEY));
    }

    private String cookie(String value, long seconds) {
        return ResponseCookie.from(SessionFilter.COOKIE, value)
                .httpOnly(true)
                .secure(properties.secureCookies())
                .sameSite("Strict")
                .path("/")
                .maxAge(seconds)
                .build()
                .toString();
    }
}
