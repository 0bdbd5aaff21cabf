package earnest.connectors;

/**
 * What a system asks of passwords by itself, as far as it says so.
 *
 * @param minLength 0 where it does not say
 * @param remembers how many former passwords it refuses; 0 where it does not say
 */
public record OwnRules(int minLength, int remembers) {
    public static final OwnRules NONE = new OwnRules(0, 0);
}
