/**
 * What both sides write on tickets, over whichever channel people write. What looks like a secret
 * is masked before it is stored, and what was written is understood.
 */
@NullMarked
package earnest.written;

import org.jspecify.annotations.NullMarked;
