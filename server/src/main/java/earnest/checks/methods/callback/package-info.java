/** A call back to a number on record. */
@NullMarked
package earnest.checks.methods.callback;

import org.jspecify.annotations.NullMarked;
