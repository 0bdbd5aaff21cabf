package earnest.checks;

import earnest.core.passwords.Secret;

import java.util.List;
import java.util.UUID;

/** What is shown once, while one is set up. Whoever shows it wipes it. */
public sealed interface SettingUp extends AutoCloseable {
    UUID factor();

    @Override
    void close();

    /** What takes a key. */
    enum Taker {
        /** An app that shows running codes. */
        AUTHENTICATOR,
        /** A device that answers. */
        DEVICE
    }

    /**
     * A key for an app or a device; it counts once a code that shows there was typed.
     *
     * @param key in base 32 (RFC 4648, section 6), without padding
     * @param digits of the code that is asked
     */
    record Key(UUID factor, Secret key, int digits, Taker taker) implements SettingUp {
        @Override
        public void close() {
            key.wipe();
        }
    }

    /**
     * Something that a browser makes; it counts once the browser gave it. No secret is in it.
     *
     * @param options to create a credential (WebAuthn, section 5.4), as JSON
     */
    record Browser(UUID factor, String options) implements SettingUp {
        @Override
        public void close() {}
    }

    /** A question that can be answered. */
    record Asked(UUID id, String words) {}

    /**
     * Questions to choose from; they count once enough of them were answered. No secret is in it.
     *
     * @param fewest so many are answered at least
     */
    record Questions(UUID factor, List<Asked> questions, int fewest) implements SettingUp {
        @Override
        public void close() {}
    }

    /** Lines to be kept on paper; they count at once. */
    record Lines(UUID factor, List<Secret> lines) implements SettingUp {
        @Override
        public void close() {
            lines.forEach(Secret::wipe);
        }
    }
}
