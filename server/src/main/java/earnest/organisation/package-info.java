/** What an organisation sets for all of its desk. */
@NullMarked
package earnest.organisation;

import org.jspecify.annotations.NullMarked;
