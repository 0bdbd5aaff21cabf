/** Every method of proof, and the standing that follows from it. */
@NullMarked
package earnest.checks;

import org.jspecify.annotations.NullMarked;
