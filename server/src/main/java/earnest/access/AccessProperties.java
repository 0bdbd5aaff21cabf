package earnest.access;

import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.validation.annotation.Validated;

import java.time.Duration;
import java.util.List;

/**
 * {@code earnest.access}.
 *
 * @param idleTimeout a session ends when nothing was done for this long
 * @param absoluteTimeout a session ends this long after sign-in, whatever was done
 * @param secureCookies cookies go over TLS only; off for loopback without TLS
 * @param trustedProxies addresses or networks (such as {@code 10.1.0.0/16}) of the proxies before
 *     this server, whose {@code Forwarded} or {@code X-Forwarded-For} (RFC 7239) is believed; what
 *     anybody else sends is not
 */
@Validated
@ConfigurationProperties("earnest.access")
record AccessProperties(
        @NotNull Duration idleTimeout,
        @NotNull Duration absoluteTimeout,
        boolean secureCookies,
        @DefaultValue List<String> trustedProxies) {}
