/**
 * What Earnest costs, as ratios against a bare baseline in the same run. Misses are printed too.
 */
@NullMarked
package earnest.bench;

import org.jspecify.annotations.NullMarked;
