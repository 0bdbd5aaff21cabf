/** Who is signed in, and what they may do. */
@NullMarked
package earnest.access;

import org.jspecify.annotations.NullMarked;
