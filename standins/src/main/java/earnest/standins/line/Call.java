package earnest.standins.line;

import org.jspecify.annotations.Nullable;

import java.time.Instant;

/**
 * A call on the line.
 *
 * @param incoming true: rings at the desk; false: the desk calls back
 * @param number shown at the desk (null: withheld), or called by it
 * @param state {@code ringing, answered, held, unanswered, declined, ended, dropped}
 * @param trouble why the desk did not hear of it, or null
 */
public record Call(
        String id,
        boolean incoming,
        @Nullable String number,
        String who,
        String state,
        Instant since,
        @Nullable String trouble) {

    Call in(String newState) {
        return new Call(id, incoming, number, who, newState, Instant.now(), trouble);
    }

    Call troubled(String words) {
        return new Call(id, incoming, number, who, state, since, words);
    }
}
