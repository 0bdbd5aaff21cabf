/** People who come to the desk in person. */
@NullMarked
package earnest.channels.counter;

import org.jspecify.annotations.NullMarked;
