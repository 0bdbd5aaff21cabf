/** Passkeys as browsers make and use them (WebAuthn), for whoever keeps some. */
@NullMarked
package earnest.webauthn;

import org.jspecify.annotations.NullMarked;
