/** Codes that somebody keeps on paper for the day on which they have nothing else. */
@NullMarked
package earnest.checks.methods.recovery;

import org.jspecify.annotations.NullMarked;
