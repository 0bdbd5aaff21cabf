/** Telephone calls, which a switchboard tells of and places. */
@NullMarked
package earnest.channels.call;

import org.jspecify.annotations.NullMarked;
