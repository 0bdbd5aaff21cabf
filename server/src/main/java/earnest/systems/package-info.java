/** Systems that hold accounts: their servers, live state, and what can be done to them. */
@NullMarked
package earnest.systems;

import org.jspecify.annotations.NullMarked;
