package earnest.access;

import earnest.ground.ProblemDocument;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;

import org.jspecify.annotations.Nullable;
import org.springframework.web.filter.OncePerRequestFilter;

import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.Collections;
import java.util.Locale;
import java.util.Set;

/**
 * Whatever changes something and says where it comes from must come from a page of this server.
 * Browsers always say it, scripts need not; both need the page's token besides.
 */
class OriginFilter extends OncePerRequestFilter {
    private static final Set<String> ONLY_READ = Set.of("GET", "HEAD", "OPTIONS", "TRACE");
    private final ClientAddress addresses;

    OriginFilter(ClientAddress addresses) {
        this.addresses = addresses;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!ONLY_READ.contains(request.getMethod()) && !fromHere(request)) {
            ProblemDocument.write(
                    response, 403, "not-from-this-page", SecurityConfiguration.NOT_FROM_THIS_PAGE);
            return;
        }
        chain.doFilter(request, response);
    }

    private boolean fromHere(HttpServletRequest request) {
        String site = request.getHeader("Sec-Fetch-Site");
        if (site != null && !site.equals("same-origin") && !site.equals("none")) {
            return false;
        }
        // More than one is said by no browser, and the first need not be the true one.
        return Collections.list(request.getHeaders("Origin")).stream()
                .allMatch(origin -> host(request).equals(authority(origin)));
    }

    /** Host and port as the browser sees them. */
    private String host(HttpServletRequest request) {
        String told = addresses.overProxy(request) ? request.getHeader("X-Forwarded-Host") : null;
        String host = told == null ? request.getHeader("Host") : told;
        return host == null ? "" : host.strip().toLowerCase(Locale.ROOT);
    }

    private static @Nullable String authority(String origin) {
        try {
            URI uri = new URI(origin);
            String authority = uri.getRawAuthority();
            return authority == null ? null : authority.toLowerCase(Locale.ROOT);
        } catch (URISyntaxException e) {
            return null;
        }
    }
}
