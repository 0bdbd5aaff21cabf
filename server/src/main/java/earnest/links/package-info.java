/**
 * One-time links: who holds one may look at what it is about, by pressing, and answer once. What
 * stands behind a link is its purpose, which another package registers.
 */
@NullMarked
package earnest.links;

import org.jspecify.annotations.NullMarked;
