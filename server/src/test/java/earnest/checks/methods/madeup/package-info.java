/** A method of proof that no desk has: a folder, and nothing else. */
@NullMarked
package earnest.checks.methods.madeup;

import org.jspecify.annotations.NullMarked;
