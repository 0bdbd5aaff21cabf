/** The running parts that tests share. Everything here fails loudly and says what it waited for. */
@NullMarked
package earnest.testkit;

import org.jspecify.annotations.NullMarked;
