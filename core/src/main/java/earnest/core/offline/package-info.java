/**
 * Machines without network: what a locked one shows, and the answer that lets one new password in.
 * Without clock and randomness; whoever keeps keys and counts tries calls it.
 */
@NullMarked
package earnest.core.offline;

import org.jspecify.annotations.NullMarked;
