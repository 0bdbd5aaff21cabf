package earnest.links;

import earnest.ground.PublicPlace;

import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.net.URI;

/**
 * {@code earnest.links}.
 *
 * @param url where people outside reach Earnest, such as {@code https://desk.brackwater.example}
 */
@Validated
@ConfigurationProperties("earnest.links")
record LinkPlace(@NotNull URI url) implements PublicPlace {}
