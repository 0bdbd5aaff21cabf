package earnest.access;

import earnest.core.passwords.Secret;

/** What somebody gives to show that they have their second factor; the caller wipes it. */
sealed interface FactorReply {
    /** What it is given with. */
    FactorKind kind();

    Secret given();

    /** The code that an authenticator shows. */
    record Code(Secret given) implements FactorReply {
        @Override
        public FactorKind kind() {
            return FactorKind.AUTHENTICATOR;
        }
    }

    /** What a browser gives for what it was asked, as JSON. */
    record Passkey(Secret given) implements FactorReply {
        @Override
        public FactorKind kind() {
            return FactorKind.PASSKEY;
        }
    }
}
