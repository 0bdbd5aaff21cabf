package earnest.runs;

import earnest.core.procedures.Place;
import earnest.ground.Worded;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

/**
 * One run.
 *
 * @param number of the step that is next, from 1
 * @param waits what it waits for, in words; null while it waits for nothing
 * @param how it ended, in words; null while it runs
 */
record Run(
        UUID id,
        UUID version,
        String name,
        UUID ticket,
        String cause,
        State state,
        Place place,
        int number,
        @Nullable String waits,
        @Nullable String how,
        Instant startedAt,
        @Nullable Instant endedAt) {
    /** After so many steps it is stopped. */
    static final int MOST_STEPS = 300;

    /** How it is. */
    @Schema(name = "RunState")
    enum State implements Worded {
        RUNNING,
        DONE,
        /** It stopped, or passed the ticket on. */
        STOPPED,
        /** Somebody went on by hand. */
        TAKEN_OVER
    }
}
