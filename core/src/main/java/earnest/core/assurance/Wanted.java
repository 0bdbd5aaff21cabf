package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.util.Set;

/**
 * An action that somebody would like to take.
 *
 * @param groups of the person it is for
 * @param channel on which it is asked, or null: then only rules for all channels match
 * @param analyst who asks, or null
 * @param secondPerson who approved it, or null
 */
public record Wanted(
        String action,
        String system,
        Set<String> groups,
        @Nullable String channel,
        @Nullable String analyst,
        @Nullable String secondPerson) {

    public Wanted {
        groups = Set.copyOf(groups);
    }
}
