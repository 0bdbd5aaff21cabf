/** The durable state machine of a change. */
@NullMarked
package earnest.changes;

import org.jspecify.annotations.NullMarked;
