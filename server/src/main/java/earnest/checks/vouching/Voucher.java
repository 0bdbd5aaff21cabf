package earnest.checks.vouching;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.UUID;

/**
 * Who is asked to vouch, and with what they show that it is they.
 *
 * @param contact to which the link goes
 * @param as what they are asked, such as {@code their manager}
 * @param says what they must know to say yes
 * @param authenticator whose code they give; null: they use a passkey
 * @param passkeys of which they use one, if they give no code
 * @param pressed whether they opened the link
 */
public record Voucher(
        UUID person,
        String name,
        UUID contact,
        String as,
        String says,
        @Nullable UUID authenticator,
        List<UUID> passkeys,
        boolean pressed) {
    Voucher whoPressed() {
        return new Voucher(person, name, contact, as, says, authenticator, passkeys, true);
    }
}
