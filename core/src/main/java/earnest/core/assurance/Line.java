package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

/**
 * A line of the account.
 *
 * @param id of the evidence, or {@code signal:KIND}
 * @param points decibans that it gives
 * @param reason why it gives less than its method's points, or null
 */
public record Line(String id, int points, @Nullable String reason) {}
