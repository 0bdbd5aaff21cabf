/** Written steps: read, laid out, and checked over every path before anything runs them. */
@NullMarked
package earnest.core.procedures;

import org.jspecify.annotations.NullMarked;
