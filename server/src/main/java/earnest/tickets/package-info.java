/** The ticket, its conversations, who holds it and who is waiting. */
@NullMarked
package earnest.tickets;

import org.jspecify.annotations.NullMarked;
