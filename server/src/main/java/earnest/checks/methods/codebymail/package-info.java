/** A code that is sent to the person's own mailbox. */
@NullMarked
package earnest.checks.methods.codebymail;

import org.jspecify.annotations.NullMarked;
