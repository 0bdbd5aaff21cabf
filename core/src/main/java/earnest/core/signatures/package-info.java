/** Signatures, whatever they are under. */
@NullMarked
package earnest.core.signatures;

import org.jspecify.annotations.NullMarked;
