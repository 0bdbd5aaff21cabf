/** The outside world in small: shares no code with the server, speaks only open protocols. */
@NullMarked
package earnest.standins;

import org.jspecify.annotations.NullMarked;
