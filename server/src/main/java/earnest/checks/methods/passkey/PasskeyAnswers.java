package earnest.checks.methods.passkey;

import earnest.checks.Passkeys;
import earnest.checks.methods.Check;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

/** Whether a passkey answered a check, in the present transaction. */
@Component
class PasskeyAnswers {
    private final Passkeys passkeys;
    private final WebAuthn webAuthn;

    PasskeyAnswers(Passkeys passkeys, WebAuthn webAuthn) {
        this.passkeys = passkeys;
        this.webAuthn = webAuthn;
    }

    /** Whether one of those that may answer signed this check's challenge. */
    boolean answers(Check check, Secret json) {
        return webAuthn.used(
                        check.id(),
                        json,
                        Asked.of(check).passkeys().stream()
                                .flatMap(one -> passkeys.lock(one).stream())
                                .toList())
                .map(
                        used -> {
                            passkeys.used(used.passkey(), used.count());
                            return true;
                        })
                .orElse(false);
    }
}
