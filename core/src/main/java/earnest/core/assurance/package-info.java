/** How sure is sure enough: a pure function from evidence to what may be done. */
@NullMarked
package earnest.core.assurance;

import org.jspecify.annotations.NullMarked;
