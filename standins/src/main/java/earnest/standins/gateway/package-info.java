/** Takes texts over HTTP and carries them to the pockets. */
@NullMarked
package earnest.standins.gateway;

import org.jspecify.annotations.NullMarked;
