/** A passkey of the person's own, used in their browser (WebAuthn). */
@NullMarked
package earnest.checks.methods.passkey;

import org.jspecify.annotations.NullMarked;
