/**
 * People who help themselves: who they are, proof, a new password. By the same rulebook, changes
 * and record as the desk; and without any difference to be seen between names that are known and
 * names that nobody has.
 */
@NullMarked
package earnest.selfservice;

import org.jspecify.annotations.NullMarked;
