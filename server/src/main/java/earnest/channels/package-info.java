/**
 * How Earnest reaches people and is reached: carriers of messages and channels of tickets, each a
 * folder that registers itself; nothing outside names any of them.
 */
@NullMarked
package earnest.channels;

import org.jspecify.annotations.NullMarked;
