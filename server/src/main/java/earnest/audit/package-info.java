/** The Record page: what is asked of the record, each reading on the record too. */
@NullMarked
package earnest.audit;

import org.jspecify.annotations.NullMarked;
