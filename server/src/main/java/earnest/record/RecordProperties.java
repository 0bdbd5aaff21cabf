package earnest.record;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.nio.file.Path;

/**
 * {@code earnest.record}.
 *
 * @param origin whose record it is; stands in every seal and names its key, without white space and
 *     plus sign
 * @param witnessFile where each seal is also written, best on another machine's disk; null: nowhere
 * @param witnessSyslog a syslog receiver that each seal is also sent to; null: none
 */
@Validated
@ConfigurationProperties("earnest.record")
record RecordProperties(
        @NotNull @Pattern(regexp = "[^\\s+]+") String origin,
        @Nullable Path witnessFile,
        @Nullable @Valid Syslog witnessSyslog) {
    /**
     * A receiver of RFC 5424 messages over TCP.
     *
     * @param tls whether the connection is encrypted and the receiver's name checked (RFC 5425)
     * @param trust certificates in PEM that a receiver's is checked against; null: those of Java
     */
    record Syslog(@NotNull String host, int port, boolean tls, @Nullable Path trust) {}
}
