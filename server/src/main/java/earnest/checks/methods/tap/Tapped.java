package earnest.checks.methods.tap;

import earnest.checks.methods.Check;

import org.jspecify.annotations.Nullable;

import java.util.UUID;

/**
 * What was asked, and how far it is.
 *
 * @param device a device of their own, by its id; null: the outside service asks
 * @param yes whether they said yes there
 * @param request by which the outside service knows what it asks, or null
 * @param trouble what is wrong with the outside service, or null
 */
record Tapped(
        @Nullable UUID device, boolean yes, @Nullable String request, @Nullable String trouble) {
    static Tapped on(UUID device) {
        return new Tapped(device, false, null, null);
    }

    static Tapped outside() {
        return new Tapped(null, false, null, null);
    }

    static Tapped of(Check check) {
        return check.detail(Tapped.class).orElseThrow();
    }

    boolean asksOutside() {
        return device == null;
    }

    Tapped saidYes() {
        return new Tapped(device, true, request, null);
    }

    Tapped askedAs(String id) {
        return new Tapped(device, yes, id, null);
    }

    Tapped withTrouble(String words) {
        return new Tapped(device, yes, request, words);
    }
}
