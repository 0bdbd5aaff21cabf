/** Earnest's server: one package per capability. */
@NullMarked
package earnest;

import org.jspecify.annotations.NullMarked;
