/** The manager or their deputy says that it is right, with a proof of their own. */
@NullMarked
package earnest.checks.methods.approver;

import org.jspecify.annotations.NullMarked;
