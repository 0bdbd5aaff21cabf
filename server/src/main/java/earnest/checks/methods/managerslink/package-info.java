/** The manager answers over a one-time link that goes to their mailbox. */
@NullMarked
package earnest.checks.methods.managerslink;

import org.jspecify.annotations.NullMarked;
