/** Who works with Earnest: asked for by one steward, agreed to by another. */
@NullMarked
package earnest.staff;

import org.jspecify.annotations.NullMarked;
