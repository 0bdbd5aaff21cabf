/** A carrier and a channel that no desk has: a folder, and nothing else. */
@NullMarked
package earnest.channels.madeup;

import org.jspecify.annotations.NullMarked;
