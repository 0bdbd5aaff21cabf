/** A kind of system that nobody has: a folder and a line of registration, and nothing else. */
@NullMarked
package earnest.connectors.madeup;

import org.jspecify.annotations.NullMarked;
