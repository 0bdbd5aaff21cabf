package earnest.access;

import earnest.ground.Epoch;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;

import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

import java.io.IOException;
import java.util.List;

/** Finds out whose request it is. */
class SessionFilter extends OncePerRequestFilter {
    private final Sessions sessions;
    private final Cookies cookies;

    SessionFilter(Sessions sessions, Cookies cookies) {
        this.sessions = sessions;
        this.cookies = cookies;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!request.getRequestURI().startsWith("/api/")) {
            chain.doFilter(request, response);
            return;
        }
        try {
            Epoch.during(
                    () -> {
                        findOut(request);
                        chain.doFilter(request, response);
                        return null;
                    });
        } catch (ServletException | IOException | RuntimeException itsOwn) {
            throw itsOwn;
        } catch (Exception never) {
            throw new IllegalStateException(never);
        }
    }

    private void findOut(HttpServletRequest request) {
        // What the page follows by itself is no sign that somebody sits before it.
        boolean keepsAlive =
                !request.getRequestURI().equals("/api/live")
                        && request.getHeader("X-Earnest-By-Itself") == null;
        cookies.read(request, Cookies.Kind.SESSION)
                .flatMap(token -> sessions.whose(token, keepsAlive))
                .ifPresent(
                        me ->
                                SecurityContextHolder.getContext()
                                        .setAuthentication(
                                                UsernamePasswordAuthenticationToken.authenticated(
                                                        me, null, List.of())));
    }

    /** Also when a stream goes on in another dispatch. */
    @Override
    protected boolean shouldNotFilterAsyncDispatch() {
        return false;
    }
}
