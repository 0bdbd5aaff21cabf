/**
 * What every capability stands on: time, ids, whole transactions, work that is a row first, and
 * errors in words.
 */
@NullMarked
package earnest.ground;

import org.jspecify.annotations.NullMarked;
