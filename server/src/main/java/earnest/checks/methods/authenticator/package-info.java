/** The running code of an enrolled authenticator. */
@NullMarked
package earnest.checks.methods.authenticator;

import org.jspecify.annotations.NullMarked;
