package earnest.checks;

import earnest.core.passwords.Secret;
import earnest.webauthn.WebAuthn;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.UUID;

/** Whether a passkey answered a check, in the present transaction. */
@Component
public class PasskeyAnswers {
    private final Passkeys passkeys;
    private final WebAuthn webAuthn;

    PasskeyAnswers(Passkeys passkeys, WebAuthn webAuthn) {
        this.passkeys = passkeys;
        this.webAuthn = webAuthn;
    }

    /** What a browser is asked for a check, as JSON. */
    public String asks(UUID check) {
        return webAuthn.request(check);
    }

    /** Whether one of these passkeys signed a check's challenge. */
    public boolean answers(UUID check, List<UUID> which, Secret json) {
        return webAuthn.used(
                        check,
                        json,
                        which.stream().flatMap(one -> passkeys.lock(one).stream()).toList())
                .map(
                        used -> {
                            passkeys.used(used.passkey(), used.count());
                            return true;
                        })
                .orElse(false);
    }
}
