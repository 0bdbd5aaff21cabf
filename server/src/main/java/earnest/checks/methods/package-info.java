/**
 * Methods of proof: the port that each implements, and a folder for each. A folder registers itself
 * as a {@link earnest.checks.methods.ProofMethod}; nothing outside knows any of them by name.
 */
@NullMarked
package earnest.checks.methods;

import org.jspecify.annotations.NullMarked;
