/** A yes on a device of the person's own, and the word that it shows then. */
@NullMarked
package earnest.checks.methods.tap;

import org.jspecify.annotations.NullMarked;
