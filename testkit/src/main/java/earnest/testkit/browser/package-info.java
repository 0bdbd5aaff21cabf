/** Analysts before a real browser. */
@NullMarked
package earnest.testkit.browser;

import org.jspecify.annotations.NullMarked;
