package earnest.checks.methods.managerslink;

import java.util.UUID;

/** Who was asked, where, and whether they pressed. */
record Asked(UUID approver, String name, UUID contact, boolean pressed) {
    Asked whoPressed() {
        return new Asked(approver, name, contact, true);
    }
}
