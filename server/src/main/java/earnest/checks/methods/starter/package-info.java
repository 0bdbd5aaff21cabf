/** The code by which somebody sets up what proves them before their first day. */
@NullMarked
package earnest.checks.methods.starter;

import org.jspecify.annotations.NullMarked;
