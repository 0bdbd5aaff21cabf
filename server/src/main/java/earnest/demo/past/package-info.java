/**
 * Ninety days before a demo began: made up from a fixed seed, judged by the rules like any other,
 * and marked on the record as brought in.
 */
@NullMarked
package earnest.demo.past;

import org.jspecify.annotations.NullMarked;
