package earnest.chat;

import earnest.access.Cookies;
import earnest.ground.Worded;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;
import java.util.UUID;

/**
 * One chat; its id is the reference of its conversation.
 *
 * @param misses messages that were not understood, one after the other
 * @param names how often somebody said who they are
 * @param nameMark of the name given last, or null
 */
record Chat(
        UUID id,
        UUID ticket,
        Stage stage,
        Asked asked,
        int misses,
        int names,
        @Nullable String nameMark,
        Instant startedAt,
        Instant lastSeenAt) {
    /** Which browser it belongs to. */
    static final Cookies.Kind COOKIE = new Cookies.Kind("earnest-chat", true);

    /** It is over so long after the browser last asked for it. */
    static final Duration UNSEEN = Duration.ofMinutes(10);

    /** It is over so long after it began, whatever happens. */
    static final Duration LONGEST = Duration.ofHours(4);

    /** How often somebody may say who they are. */
    static final int MOST_NAMES = 3;

    /** Who answers. */
    @Schema(name = "ChatStage")
    enum Stage implements Worded {
        ASSISTANT,
        /** It was handed over, or an analyst took it: the assistant is silent. */
        DESK,
        OVER
    }

    /** What the assistant asked last. */
    enum Asked implements Worded {
        WHAT,
        WHO,
        /** It offered a page of their own. */
        PAGE
    }

    boolean live(Instant now) {
        return stage != Stage.OVER
                && lastSeenAt.plus(UNSEEN).isAfter(now)
                && startedAt.plus(LONGEST).isAfter(now);
    }
}
