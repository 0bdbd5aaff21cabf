package earnest.checks;

import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Rehearsal;
import earnest.core.assurance.Rulebook;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import java.util.Set;

/**
 * Runs a proposed rulebook over the decisions of the last ninety days, as they stand on the record.
 */
@Component
class RulebookRehearsal {
    static final Duration BACK = Duration.ofDays(90);

    /** So many are looked at, the latest first. */
    private static final int MOST = 20_000;

    private static final Set<EntryKind> DECISIONS =
            Set.of(
                    EntryKind.CHANGE_INTENDED,
                    EntryKind.CHANGE_NOT_ALLOWED,
                    EntryKind.FACTOR_ADDED,
                    EntryKind.FACTOR_REMOVED);

    private final TheRecord record;
    private final Rulebooks rulebooks;
    private final Clock clock;

    RulebookRehearsal(TheRecord record, Rulebooks rulebooks, Clock clock) {
        this.record = record;
        this.rulebooks = rulebooks;
        this.clock = clock;
    }

    /**
     * What it would have come to.
     *
     * @param asItWas decisions that would have been the same
     * @param openedMore that were refused and would have been allowed
     * @param moreChecks that were allowed, and would have asked for checks that were at hand
     * @param moreSeconds that those checks would have cost together
     * @param nothingLeft that were allowed, and where nothing at hand would have been enough
     * @param allowed of all of them
     */
    @Schema(name = "RulebookRehearsed")
    record Rehearsed(
            int asItWas,
            int openedMore,
            int moreChecks,
            int moreSeconds,
            int nothingLeft,
            int allowed) {
        /** Whether nobody who got through would have. */
        boolean locksEverybodyOut() {
            return nothingLeft > 0 && allowed + moreChecks == 0;
        }
    }

    Rehearsed of(Rulebook proposed) {
        Map<Rehearsal.Came, Integer> came = new EnumMap<>(Rehearsal.Came.class);
        int[] seconds = {0};
        int[] allowed = {0};
        record.decisions(
                clock.instant().minus(BACK),
                DECISIONS,
                MOST,
                leaf -> {
                    Fields fields = Fields.of("", Json.read(leaf));
                    if (!fields.has("why")) {
                        return; // what Earnest does by itself, such as taking out of force
                    }
                    Rehearsal.Rehearsed one = Rehearsal.of(judged(fields), proposed);
                    came.merge(one.came(), 1, Integer::sum);
                    seconds[0] += one.moreSeconds();
                    allowed[0] += one.opens() ? 1 : 0;
                });
        return new Rehearsed(
                came.getOrDefault(Rehearsal.Came.AS_IT_WAS, 0),
                came.getOrDefault(Rehearsal.Came.OPENED_MORE, 0),
                came.getOrDefault(Rehearsal.Came.MORE_CHECKS, 0),
                seconds[0],
                came.getOrDefault(Rehearsal.Came.NOTHING_LEFT, 0),
                allowed[0]);
    }

    private AssessmentInput judged(Fields leaf) {
        return JudgedFile.read(leaf.object("why").object("judged"), rulebooks::ofVersion);
    }
}
