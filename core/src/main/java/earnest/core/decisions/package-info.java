/**
 * Judges again, from exported entries alone, what was decided: whether it was allowed by the rules
 * of that moment, and rested on what the record says was proved.
 */
@NullMarked
package earnest.core.decisions;

import org.jspecify.annotations.NullMarked;
