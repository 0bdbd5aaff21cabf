/** The invented organisation: the same people each time, with new secrets for each installation. */
@NullMarked
package earnest.standins.world;

import org.jspecify.annotations.NullMarked;
