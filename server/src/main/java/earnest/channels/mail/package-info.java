/** Mail to people's own mailboxes. */
@NullMarked
package earnest.channels.mail;

import org.jspecify.annotations.NullMarked;
