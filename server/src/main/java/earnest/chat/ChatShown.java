package earnest.chat;

import earnest.ground.Worded;
import earnest.written.Written;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.util.List;

/**
 * What the page of a chat shows.
 *
 * @param organisation whose service desk it is
 * @param lines after the one that was asked for
 * @param with the given name of whoever writes at the desk, or null
 * @param writing whether the desk is writing just now
 */
@Schema(name = "ChatShown")
record ChatShown(
        String organisation,
        Where where,
        List<Written.Line> lines,
        @Nullable String with,
        boolean writing) {
    /** Where it is. */
    @Schema(name = "ChatWhere")
    enum Where implements Worded {
        /** None was begun in this browser. */
        NONE,
        ASSISTANT,
        /** Somebody was asked to come. */
        WAITING,
        DESK,
        OVER,
        /** It goes on in another browser. */
        MOVED
    }
}
