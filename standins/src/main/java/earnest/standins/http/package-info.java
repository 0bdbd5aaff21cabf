/** Routes and bodies over the JDK's own HTTP server. */
@NullMarked
package earnest.standins.http;

import org.jspecify.annotations.NullMarked;
