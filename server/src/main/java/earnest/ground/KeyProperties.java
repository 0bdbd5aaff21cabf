package earnest.ground;

import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.nio.file.Path;

/**
 * {@code earnest.keys}.
 *
 * @param folder where the key files are
 */
@Validated
@ConfigurationProperties("earnest.keys")
record KeyProperties(@NotNull Path folder) {}
