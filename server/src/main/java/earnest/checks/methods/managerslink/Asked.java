package earnest.checks.methods.managerslink;

import org.jspecify.annotations.Nullable;

import java.util.UUID;

/**
 * Who was asked, where, and whether they pressed.
 *
 * @param standsInFor the manager who is away, where their deputy is asked; else null
 */
record Asked(
        UUID approver, String name, UUID contact, boolean pressed, @Nullable String standsInFor) {
    /** As what they are asked. */
    String as() {
        return standsInFor == null ? "their manager" : "the deputy of " + standsInFor;
    }

    Asked whoPressed() {
        return new Asked(approver, name, contact, true, standsInFor);
    }
}
