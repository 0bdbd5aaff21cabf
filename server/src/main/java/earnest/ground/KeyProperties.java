package earnest.ground;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.validation.annotation.Validated;

import java.nio.file.Path;

/**
 * {@code earnest.keys}.
 *
 * @param folder where the key files are
 * @param wrapping name of the key that secrets are wrapped under from now on; what was wrapped
 *     under another stays readable as long as that key's file is there, and is wrapped anew when it
 *     is used
 */
@Validated
@ConfigurationProperties("earnest.keys")
public record KeyProperties(
        @NotNull Path folder,
        @DefaultValue("wrapping") @Pattern(regexp = "[a-z0-9-]{1,40}") String wrapping) {}
