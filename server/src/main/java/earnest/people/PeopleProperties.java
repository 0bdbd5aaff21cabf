package earnest.people;

import jakarta.validation.constraints.Pattern;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

/**
 * {@code earnest.people}.
 *
 * @param homeRegion two capital letters: in which country numbers without a country code are
 */
@Validated
@ConfigurationProperties("earnest.people")
record PeopleProperties(@Pattern(regexp = "[A-Z]{2}") String homeRegion) {}
