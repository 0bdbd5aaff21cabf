/** A link that is sent to a phone, and moves the page of whoever asked to where it is opened. */
@NullMarked
package earnest.checks.methods.linkbytext;

import org.jspecify.annotations.NullMarked;
