/** What only a demo has: sign-ins, ages of contacts, authenticators, and the way to play. */
@NullMarked
package earnest.demo;

import org.jspecify.annotations.NullMarked;
