/** Secrets that wait, encrypted, until they are handed over. */
@NullMarked
package earnest.wrapped;

import org.jspecify.annotations.NullMarked;
