package earnest.checks.methods.managerslink;

import org.jspecify.annotations.Nullable;

import java.util.UUID;

/**
 * Who was asked, where, and whether they pressed.
 *
 * @param second contact to which the link goes as well, or null
 * @param standsInFor the manager who is away, where their deputy is asked; else null
 * @param saidAway whether they said that their deputy has to be asked
 * @param comment what they added, or null
 */
record Asked(
        UUID approver,
        String name,
        UUID contact,
        @Nullable UUID second,
        boolean pressed,
        @Nullable String standsInFor,
        boolean saidAway,
        @Nullable String comment) {
    /** As what they are asked. */
    String as() {
        return standsInFor == null ? "their manager" : "the deputy of " + standsInFor;
    }

    Asked whoPressed() {
        return new Asked(approver, name, contact, second, true, standsInFor, saidAway, comment);
    }

    Asked whoSaid(boolean away, @Nullable String words) {
        return new Asked(approver, name, contact, second, pressed, standsInFor, away, words);
    }
}
