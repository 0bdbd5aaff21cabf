/** Commands that need the core only. */
@NullMarked
package earnest.cli;

import org.jspecify.annotations.NullMarked;
