/** A badge that somebody shows in person. */
@NullMarked
package earnest.checks.methods.badge;

import org.jspecify.annotations.NullMarked;
