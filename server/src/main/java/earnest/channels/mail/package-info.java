/** Mail to people's mailboxes. */
@NullMarked
package earnest.channels.mail;

import org.jspecify.annotations.NullMarked;
