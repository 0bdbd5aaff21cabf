/**
 * Services outside of kinds that nobody thought of, which say whether somebody is who they say: a
 * steward describes how each is asked, and what its answers mean.
 */
@NullMarked
package earnest.checks.described;

import org.jspecify.annotations.NullMarked;
