/** A colleague who stands beside the person says who it is, with a proof of their own. */
@NullMarked
package earnest.checks.methods.colleague;

import org.jspecify.annotations.NullMarked;
