/** One-time codes: made again when they are compared, never stored. */
@NullMarked
package earnest.core.codes;

import org.jspecify.annotations.NullMarked;
