/** The demo's steward, who sets the desk up over its API as any steward would. */
@NullMarked
package earnest.standins.organisation;

import org.jspecify.annotations.NullMarked;
