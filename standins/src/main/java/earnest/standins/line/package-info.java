/** The switchboard: calls that ring at the desk, and calls that the desk makes. */
@NullMarked
package earnest.standins.line;

import org.jspecify.annotations.NullMarked;
