package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

/**
 * What one piece of evidence, or one signal, gives to the standing.
 *
 * @param id of the evidence, or {@code signal:KIND}
 * @param points decibans that it gives
 * @param reason why it gives less than its method's points, or null
 */
public record Explanation(String id, int points, @Nullable String reason) {}
