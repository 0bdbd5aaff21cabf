package earnest.ground;

import jakarta.servlet.http.HttpServletResponse;

import java.util.LinkedHashMap;
import java.util.Map;

/** What every answer tells the browser, also one that comes about before or beside all filters. */
public final class SecurityHeaders {
    public static final String CONTENT_SECURITY_POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; font-src"
                    + " 'self'; img-src 'self' data:; connect-src 'self'; base-uri 'none';"
                    + " form-action 'self'; frame-ancestors 'none'";
    private static final Map<String, String> ALL = new LinkedHashMap<>();

    static {
        ALL.put("Content-Security-Policy", CONTENT_SECURITY_POLICY);
        ALL.put("X-Content-Type-Options", "nosniff");
        ALL.put("X-Frame-Options", "DENY");
        ALL.put("Cache-Control", "no-cache, no-store, max-age=0, must-revalidate");
        ALL.put("Referrer-Policy", "no-referrer");
    }

    private SecurityHeaders() {}

    /** Sets them where they are not set yet. */
    public static void write(HttpServletResponse response) {
        ALL.forEach(
                (name, value) -> {
                    if (!response.containsHeader(name)) {
                        response.setHeader(name, value);
                    }
                });
    }
}
