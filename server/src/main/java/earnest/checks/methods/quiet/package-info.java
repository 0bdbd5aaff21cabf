/** Words by which somebody says, without being noticed, that they are being forced. */
@NullMarked
package earnest.checks.methods.quiet;

import org.jspecify.annotations.NullMarked;
