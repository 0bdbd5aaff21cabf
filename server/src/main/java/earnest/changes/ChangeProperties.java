package earnest.changes;

import jakarta.validation.constraints.Min;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

/**
 * {@code earnest.changes}.
 *
 * @param mostPerPersonAndDay how many changes a person may have in 24 hours
 */
@Validated
@ConfigurationProperties("earnest.changes")
record ChangeProperties(@Min(1) int mostPerPersonAndDay) {}
