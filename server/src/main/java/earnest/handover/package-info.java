/** How a new secret reaches its person, and whether they are in. */
@NullMarked
package earnest.handover;

import org.jspecify.annotations.NullMarked;
