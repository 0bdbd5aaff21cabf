/**
 * What somebody's message wants, and what in it must be hidden before anything keeps it. Own,
 * small, deterministic; without a network or a model that is fetched.
 */
@NullMarked
package earnest.core.understanding;

import org.jspecify.annotations.NullMarked;
