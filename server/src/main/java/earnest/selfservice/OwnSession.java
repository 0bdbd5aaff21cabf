package earnest.selfservice;

import earnest.checks.MyProofs;
import earnest.ground.Worded;
import earnest.systems.Action;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;
import java.util.UUID;

/**
 * One go at helping oneself, bound to one browser and one name.
 *
 * @param nameMark of the name that was typed, by which it is known again
 * @param person null: nobody has the name, or nothing can be done for them here
 * @param ticket null where there is no person, unless it is the page of another channel's ticket
 * @param wrong answers in it
 * @param wants what it was begun for
 * @param nobody how far what is pretended is, as JSON; null while nothing was
 */
record OwnSession(
        UUID id,
        String nameMark,
        @Nullable UUID person,
        @Nullable UUID ticket,
        Instant startedAt,
        Instant lastStepAt,
        int wrong,
        Wants wants,
        @Nullable String nobody) {
    /** What somebody can begin a page for. */
    @Schema(name = "OwnPageWants")
    enum Wants implements Worded {
        OWN_PASSWORD(Action.OWN_PASSWORD.word()),
        PROOFS(MyProofs.ENROL);

        private final String action;

        Wants(String action) {
            this.action = action;
        }

        /** As rulebooks name it. */
        String action() {
            return action;
        }
    }

    /** On which ticket somebody whom we know goes on; null for a name that nobody has. */
    @Nullable UUID known() {
        return person == null ? null : ticket;
    }

    /** It ends so long after its last step. */
    static final Duration IDLE = Duration.ofMinutes(10);

    /** It ends so long after its first. */
    static final Duration LONGEST = Duration.ofMinutes(30);

    /** Wrong answers after which it is over. */
    static final int MOST_WRONG = 5;

    /** Over when this is not after now. */
    Instant endsAt() {
        Instant idle = lastStepAt.plus(IDLE);
        Instant longest = startedAt.plus(LONGEST);
        return idle.isBefore(longest) ? idle : longest;
    }
}
