package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.Problem;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;

/**
 * What somebody signs in with. Its own text form would show the password.
 *
 * @param passkey what the browser gave, as JSON
 */
record Credentials(
        @NotBlank @Size(max = 64) String login,
        @NotBlank @Size(max = 200) String password,
        @Nullable @Size(max = 12) String code,
        @Nullable @Size(max = Credentials.PASSKEY) String passkey) {
    /** In characters: what is made carries a certificate at most. */
    static final int PASSKEY = 8000;

    /**
     * What is given beside the password; null if nothing is. The caller wipes it.
     *
     * @throws Problem 422 if both are
     */
    @Nullable Secret given() {
        return given(code, passkey);
    }

    static @Nullable Secret given(@Nullable String code, @Nullable String passkey) {
        if (!blank(code) && !blank(passkey)) {
            throw new Problem(422, "one-of-two", "Give a code or a passkey, not both.");
        }
        if (code != null && !blank(code)) {
            return Secret.of(code.replace(" ", ""));
        }
        return passkey == null || blank(passkey) ? null : Secret.of(passkey);
    }

    @Nullable FactorReply reply(@Nullable Secret given) {
        return given == null ? null : reply(given, blank(passkey));
    }

    static FactorReply reply(Secret given, boolean code) {
        return code ? new FactorReply.Code(given) : new FactorReply.Passkey(given);
    }

    static boolean blank(@Nullable String text) {
        return text == null || text.isBlank();
    }

    @Override
    public String toString() {
        return "(credentials)";
    }
}
