/** A code that is sent to a phone on record. */
@NullMarked
package earnest.checks.methods.codebytext;

import org.jspecify.annotations.NullMarked;
