package earnest.checks.vouching;

import org.jspecify.annotations.Nullable;

/**
 * Who vouches, as far as that is known.
 *
 * @param place where whoever vouches must be, or null: it does not matter
 * @param recentPathDays in days; what they have that is younger is not used
 * @param voucher null while nobody is named
 */
public record Vouched(@Nullable String place, int recentPathDays, @Nullable Voucher voucher) {
    public Vouched by(Voucher named) {
        return new Vouched(place, recentPathDays, named);
    }
}
