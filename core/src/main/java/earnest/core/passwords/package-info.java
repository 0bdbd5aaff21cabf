/** Passwords that people can be given: policy, uniform drawing, spelling, and the secret type. */
@NullMarked
package earnest.core.passwords;

import org.jspecify.annotations.NullMarked;
