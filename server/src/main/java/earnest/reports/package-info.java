/** Reports: questions about many tickets, answered from the record. */
@NullMarked
package earnest.reports;

import org.jspecify.annotations.NullMarked;
