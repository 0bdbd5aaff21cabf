/**
 * Mail that asks: a mailbox is watched, each mail becomes a ticket or joins one, and half the facts
 * get a link to a page of one's own. What a mail said is kept masked; the mail itself is not.
 */
@NullMarked
package earnest.mailin;

import org.jspecify.annotations.NullMarked;
