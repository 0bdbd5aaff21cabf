package earnest.checks.methods.tap;

import earnest.checks.methods.Check;

import java.util.UUID;

/**
 * Which device was asked, and whether it said yes.
 *
 * @param device by its id
 * @param yes whether the word shows there
 */
record Tapped(UUID device, boolean yes) {
    static Tapped of(Check check) {
        return check.detail(Tapped.class).orElseThrow();
    }
}
