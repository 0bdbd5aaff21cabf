/**
 * What speaks against whoever asks, beside the checks: each kind is a class that registers itself,
 * and counts what the rulebook says.
 */
@NullMarked
package earnest.checks.signals;

import org.jspecify.annotations.NullMarked;
