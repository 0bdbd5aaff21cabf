/** Questions that people set answers to, of which two are asked. */
@NullMarked
package earnest.checks.methods.question;

import org.jspecify.annotations.NullMarked;
