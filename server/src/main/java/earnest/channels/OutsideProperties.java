package earnest.channels;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.net.URI;

/** {@code earnest.text-gateway} and {@code earnest.line}: where they are, and the shared token. */
@Validated
@ConfigurationProperties("earnest")
record OutsideProperties(@NotNull Outside textGateway, @NotNull Outside line) {
    record Outside(@NotNull URI url, @NotBlank String token) {
        @Override
        public String toString() {
            return url.toString();
        }
    }
}
