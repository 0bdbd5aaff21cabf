/** A service that asks people on a device of theirs, as an OpenID provider does. */
@NullMarked
package earnest.standins.lantern;

import org.jspecify.annotations.NullMarked;
