package earnest.access;

import earnest.ground.KeyedMarks;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.csrf.DefaultCsrfToken;
import org.springframework.stereotype.Component;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Optional;

/**
 * The token by which a page shows that it is ours: a keyed mark of the session, so that one of
 * another session or an invented one is worth nothing. Before anybody is signed in it is a mark of
 * a number that is drawn for the browser. Signing in and out change it, and nothing else: what a
 * page sends while another answer comes in would else be refused.
 */
@Component
class PageTokens implements CsrfTokenRepository {
    private static final String HEADER = "X-XSRF-TOKEN";
    private static final Duration AS_LONG_AS_THE_BROWSER = Duration.ofSeconds(-1);

    private final KeyedMarks marks;
    private final Cookies cookies;
    private final SecureRandom random;

    PageTokens(KeyedMarks marks, Cookies cookies, SecureRandom random) {
        this.marks = marks;
        this.cookies = cookies;
        this.random = random;
    }

    @Override
    public CsrfToken generateToken(HttpServletRequest request) {
        String session = cookies.read(request, Cookies.Kind.SESSION).orElse("");
        return session.isEmpty() ? token(anonymous()) : token(ofSession(session));
    }

    @Override
    public void saveToken(
            @Nullable CsrfToken token, HttpServletRequest request, HttpServletResponse response) {
        if (token != null) {
            write(token.getToken(), response);
        }
    }

    @Override
    public @Nullable CsrfToken loadToken(HttpServletRequest request) {
        String session = cookies.read(request, Cookies.Kind.SESSION).orElse("");
        if (!session.isEmpty()) {
            return token(ofSession(session));
        }
        return cookies.read(request, Cookies.Kind.PAGE)
                .filter(this::isOurs)
                .map(PageTokens::token)
                .orElse(null);
    }

    /** Gives a browser the token of its new session. */
    void changeTo(String session, HttpServletResponse response) {
        write(ofSession(session), response);
    }

    /** Gives a browser that signed out one for signing in. */
    void changeToAnonymous(HttpServletResponse response) {
        write(anonymous(), response);
    }

    /** Gives a browser that lost its token the one of its session again. */
    void restore(HttpServletRequest request, HttpServletResponse response) {
        CsrfToken right = loadToken(request);
        Optional<String> held = cookies.read(request, Cookies.Kind.PAGE);
        if (right != null && !held.equals(Optional.of(right.getToken()))) {
            write(right.getToken(), response);
        }
    }

    private void write(String token, HttpServletResponse response) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                cookies.write(Cookies.Kind.PAGE, token, AS_LONG_AS_THE_BROWSER));
    }

    private static CsrfToken token(String value) {
        return new DefaultCsrfToken(HEADER, "_csrf", value);
    }

    private String ofSession(String session) {
        return marks.of("page of session", session);
    }

    private String anonymous() {
        String drawn = Tokens.draw(random);
        return drawn + "." + marks.of("page of nobody", drawn);
    }

    private boolean isOurs(String token) {
        int dot = token.indexOf('.');
        return dot > 0
                && MessageDigest.isEqual(
                        bytes(token.substring(dot + 1)),
                        bytes(marks.of("page of nobody", token.substring(0, dot))));
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
