/** A fact that the person is asked from memory. */
@NullMarked
package earnest.checks.methods.stafffact;

import org.jspecify.annotations.NullMarked;
