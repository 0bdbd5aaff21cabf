/** Work that a browser does before it is answered, so that guessing in bulk costs something. */
@NullMarked
package earnest.core.puzzle;

import org.jspecify.annotations.NullMarked;
