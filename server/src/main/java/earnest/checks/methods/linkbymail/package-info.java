/** A link that is sent to a mailbox of the person's own, and answered there. */
@NullMarked
package earnest.checks.methods.linkbymail;

import org.jspecify.annotations.NullMarked;
