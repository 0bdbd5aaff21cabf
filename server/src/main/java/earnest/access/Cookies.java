package earnest.access;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;

import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.Optional;

/**
 * The cookies of this server. Where they are secure their names begin with {@code __Host-}, so that
 * no other host of the domain can plant one (RFC 6265bis, section 4.1.3.2).
 */
@Component
public class Cookies {
    /**
     * What one is for; whoever needs another makes one.
     *
     * @param httpOnly false: read by the page's script
     */
    public record Kind(String name, boolean httpOnly) {
        static final Kind SESSION = new Kind("earnest-session", true);

        /** The page's script sends it back as a header. */
        static final Kind PAGE = new Kind("XSRF-TOKEN", false);

        /** That somebody signed in in this browser before. */
        static final Kind BROWSER = new Kind("earnest-browser", true);
    }

    private final boolean secure;

    Cookies(AccessProperties properties) {
        this.secure = properties.secureCookies();
    }

    String name(Kind kind) {
        return secure ? "__Host-" + kind.name() : kind.name();
    }

    public Optional<String> read(HttpServletRequest request, Kind kind) {
        Cookie[] cookies = request.getCookies();
        if (cookies != null) {
            for (Cookie cookie : cookies) {
                if (cookie.getName().equals(name(kind))) {
                    return Optional.of(cookie.getValue());
                }
            }
        }
        return Optional.empty();
    }

    /** As a header's value; {@code lasts} zero takes it away, negative: as long as the browser. */
    public String write(Kind kind, String value, Duration lasts) {
        return ResponseCookie.from(name(kind), value)
                .httpOnly(kind.httpOnly())
                .secure(secure)
                .sameSite("Strict")
                .path("/")
                .maxAge(lasts)
                .build()
                .toString();
    }
}
