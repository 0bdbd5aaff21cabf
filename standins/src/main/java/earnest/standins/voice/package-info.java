/** A service that listens to voices: of a kind that nobody built anything for. */
@NullMarked
package earnest.standins.voice;

import org.jspecify.annotations.NullMarked;
