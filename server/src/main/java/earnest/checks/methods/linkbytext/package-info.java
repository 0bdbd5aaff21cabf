/** A link that is sent to a phone, and answered there. */
@NullMarked
package earnest.checks.methods.linkbytext;

import org.jspecify.annotations.NullMarked;
