/**
 * Chat on a public page, as a channel of tickets: the assistant first, then whoever takes it at the
 * desk. Nothing secret goes through it; a page of one's own stands beside it.
 */
@NullMarked
package earnest.chat;

import org.jspecify.annotations.NullMarked;
