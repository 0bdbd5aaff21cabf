/** The append-only record. */
@NullMarked
package earnest.record;

import org.jspecify.annotations.NullMarked;
