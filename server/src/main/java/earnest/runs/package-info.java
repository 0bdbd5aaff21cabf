/**
 * Runs of procedures: where each stands is a row, each step is begun and ended in a transaction,
 * and any node goes on after a crash. What a step does is done by the capabilities that do it
 * otherwise, under the same rules.
 */
@NullMarked
package earnest.runs;

import org.jspecify.annotations.NullMarked;
