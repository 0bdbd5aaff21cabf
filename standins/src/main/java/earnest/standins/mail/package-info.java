/** Mailboxes in small: a server that takes mail and shows it. */
@NullMarked
package earnest.standins.mail;

import org.jspecify.annotations.NullMarked;
