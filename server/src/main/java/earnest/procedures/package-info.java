/** Procedures: written steps, read, kept and checked. */
@NullMarked
package earnest.procedures;

import org.jspecify.annotations.NullMarked;
