/** Somebody else says who it is, and shows that it is they who say so. */
@NullMarked
package earnest.checks.vouching;

import org.jspecify.annotations.NullMarked;
