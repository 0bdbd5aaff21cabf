package earnest.handover;

import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.time.Duration;

/**
 * {@code earnest.handover}.
 *
 * @param readAloudLasts how long a temporary password that is read aloud stays in force unused
 * @param textLasts the same for one sent by text
 * @param remindAfter when the desk is reminded that nobody signed in
 */
@Validated
@ConfigurationProperties("earnest.handover")
record HandoverProperties(
        @NotNull Duration readAloudLasts,
        @NotNull Duration textLasts,
        @NotNull Duration remindAfter) {}
