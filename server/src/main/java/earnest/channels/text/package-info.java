/** Texts, carried by a gateway over HTTP. */
@NullMarked
package earnest.channels.text;

import org.jspecify.annotations.NullMarked;
