/** Tells every open page what happened, fed from the record. */
@NullMarked
package earnest.live;

import org.jspecify.annotations.NullMarked;
