/**
 * Whose line breaks off goes on where they were: words that are sent to where they proved to be,
 * and said in the next conversation.
 */
@NullMarked
package earnest.pickup;

import org.jspecify.annotations.NullMarked;
