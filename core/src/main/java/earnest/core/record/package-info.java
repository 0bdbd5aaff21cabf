/** The record's leaves: canonical, committed to, and free of secrets. */
@NullMarked
package earnest.core.record;

import org.jspecify.annotations.NullMarked;
