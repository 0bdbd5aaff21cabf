/** A strict reader of JSON, so that whoever verifies the record needs no library. */
@NullMarked
package earnest.core.json;

import org.jspecify.annotations.NullMarked;
