/** The page of a ticket, composed of what the capabilities know. */
@NullMarked
package earnest.desk;

import org.jspecify.annotations.NullMarked;
