/** Who could prove themselves today, by what they have. */
@NullMarked
package earnest.reports.coverage;

import org.jspecify.annotations.NullMarked;
