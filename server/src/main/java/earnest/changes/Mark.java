package earnest.changes;

import earnest.systems.AccountState;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/** Writes the part of an account's state that a later reading is compared with. */
final class Mark {
    private Mark() {}

    static String of(AccountState state) {
        return "%s|%s|%s"
                .formatted(text(state.lockedSince()), text(state.lastSet()), state.version());
    }

    static AccountState read(String mark) {
        String[] parts = mark.split("\\|", -1);
        return new AccountState(
                instant(parts[0]),
                false,
                false,
                instant(parts[1]),
                null,
                null,
                null,
                false,
                parts[2]);
    }

    private static String text(@Nullable Instant at) {
        return at == null ? "" : at.toString();
    }

    private static @Nullable Instant instant(String text) {
        return text.isEmpty() ? null : Instant.parse(text);
    }
}
