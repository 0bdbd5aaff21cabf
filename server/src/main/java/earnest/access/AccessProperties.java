package earnest.access;

import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.time.Duration;

/**
 * {@code earnest.access}.
 *
 * @param idleTimeout a session ends when nothing was done for this long
 * @param absoluteTimeout a session ends this long after sign-in, whatever was done
 * @param secureCookies cookies go over TLS only; off for loopback without TLS
 */
@Validated
@ConfigurationProperties("earnest.access")
record AccessProperties(
        @NotNull Duration idleTimeout, @NotNull Duration absoluteTimeout, boolean secureCookies) {}
