/** Passkeys as browsers make and use them (WebAuthn), for whatever rests on one. */
@NullMarked
package earnest.checks.webauthn;

import org.jspecify.annotations.NullMarked;
