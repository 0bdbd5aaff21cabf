/** What devices that answer for their person sign. */
@NullMarked
package earnest.core.devices;

import org.jspecify.annotations.NullMarked;
