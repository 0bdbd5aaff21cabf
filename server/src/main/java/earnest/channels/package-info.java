/** How Earnest reaches the outside: texts and the telephone line. */
@NullMarked
package earnest.channels;

import org.jspecify.annotations.NullMarked;
