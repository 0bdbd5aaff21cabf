package earnest.channels.call;

import earnest.access.ClientAddress;
import earnest.access.GuessLimits;
import earnest.ground.Problem;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Who may tell what happens on the line: whoever has its token, looked at before anything that was
 * sent. A place from which too many wrong tokens came is not asked any more for a while, unless the
 * line itself spoke from there.
 */
@Component
class LineGuard implements HandlerInterceptor, WebMvcConfigurer {
    private static final Logger LOG = LoggerFactory.getLogger(LineGuard.class);
    private static final GuessLimits.Limit WRONG = new GuessLimits.Limit(20, Duration.ofMinutes(5));

    private final byte[] token;
    private final ClientAddress addresses;
    private final GuessLimits limits;
    private final Set<String> theLine = ConcurrentHashMap.newKeySet();

    LineGuard(TelephoneLine.Place place, ClientAddress addresses, GuessLimits limits) {
        this.token = ("Bearer " + place.token()).getBytes(StandardCharsets.UTF_8);
        this.addresses = addresses;
        this.limits = limits;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/line/**");
    }

    @Override
    public boolean preHandle(
            HttpServletRequest request, HttpServletResponse response, Object handler) {
        String address = addresses.of(request);
        String given = request.getHeader("Authorization");
        boolean right =
                given != null
                        && MessageDigest.isEqual(token, given.getBytes(StandardCharsets.UTF_8));
        if (right && theLine.contains(address)) {
            return true;
        }
        String bucket = "line " + address;
        if (!limits.take(bucket, WRONG)) {
            throw new Problem(
                    429,
                    "slow-down",
                    "Too many wrong tokens of the line came from this place. Wait a minute.");
        }
        if (!right) {
            LOG.warn("a wrong token of the line came from {}", address);
            throw new Problem(401, "line-token", "The line's token is missing or wrong.");
        }
        limits.giveBack(bucket);
        theLine.add(address);
        return true;
    }
}
