/** The number that a call shows. */
@NullMarked
package earnest.checks.methods.numbershown;

import org.jspecify.annotations.NullMarked;
