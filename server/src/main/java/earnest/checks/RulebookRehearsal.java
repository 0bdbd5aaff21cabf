package earnest.checks;

import earnest.core.assurance.AssessmentInput;
import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Rehearsal;
import earnest.core.assurance.Rulebook;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.ground.Worded;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

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

    private static final int MOST_SHOWN = 100;

    private final TheRecord record;
    private final Tickets tickets;
    private final Rulebooks rulebooks;
    private final Clock clock;

    RulebookRehearsal(TheRecord record, Tickets tickets, Rulebooks rulebooks, Clock clock) {
        this.record = record;
        this.tickets = tickets;
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
     * @param which those that would have come out otherwise, the latest first, a hundred at most
     */
    @Schema(name = "RulebookRehearsed")
    record Rehearsed(
            int asItWas,
            int openedMore,
            int moreChecks,
            int moreSeconds,
            int nothingLeft,
            int allowed,
            @Nullable List<Case> which) {
        /** Whether nobody who got through would have. */
        boolean locksEverybodyOut() {
            return nothingLeft > 0 && allowed + moreChecks == 0;
        }
    }

    /**
     * One that would have come out otherwise.
     *
     * @param came in which way
     * @param ticket by its number; null where it is no ticket's
     * @param seconds that the further checks would have cost
     */
    @Schema(name = "RehearsedCase")
    record Case(
            Came came,
            @Nullable Long ticket,
            String action,
            String system,
            Instant at,
            int seconds) {}

    /** How one came out otherwise. */
    @Schema(name = "RehearsedWay")
    enum Came implements Worded {
        OPENED_MORE,
        MORE_CHECKS,
        NOTHING_LEFT
    }

    /** A case while its ticket is known by its id. */
    private record Found(Case found, @Nullable String ticket) {}

    Rehearsed of(Rulebook proposed) {
        Map<Rehearsal.Came, Integer> came = new EnumMap<>(Rehearsal.Came.class);
        int[] seconds = {0};
        int[] allowed = {0};
        List<Found> which = new ArrayList<>();
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
                    if (one.came() != Rehearsal.Came.AS_IT_WAS && which.size() < MOST_SHOWN) {
                        which.add(found(fields, one));
                    }
                });
        return new Rehearsed(
                came.getOrDefault(Rehearsal.Came.AS_IT_WAS, 0),
                came.getOrDefault(Rehearsal.Came.OPENED_MORE, 0),
                came.getOrDefault(Rehearsal.Came.MORE_CHECKS, 0),
                seconds[0],
                came.getOrDefault(Rehearsal.Came.NOTHING_LEFT, 0),
                allowed[0],
                numbered(which));
    }

    private Found found(Fields leaf, Rehearsal.Rehearsed one) {
        AssessmentInput was = judged(leaf);
        return new Found(
                new Case(
                        Came.valueOf(one.came().name()),
                        null,
                        was.wanted().getFirst().action(),
                        was.wanted().getFirst().system(),
                        was.now(),
                        one.moreSeconds()),
                leaf.has("ticket") ? leaf.text("ticket") : null);
    }

    /** People know tickets by their numbers. */
    private List<Case> numbered(List<Found> found) {
        Map<UUID, Long> numbers =
                tickets.numbers(
                        found.stream()
                                .map(Found::ticket)
                                .filter(Objects::nonNull)
                                .map(UUID::fromString)
                                .collect(Collectors.toSet()));
        return found.stream()
                .map(
                        one ->
                                new Case(
                                        one.found.came,
                                        one.ticket == null
                                                ? null
                                                : numbers.get(UUID.fromString(one.ticket)),
                                        one.found.action,
                                        one.found.system,
                                        one.found.at,
                                        one.found.seconds))
                .toList();
    }

    private AssessmentInput judged(Fields leaf) {
        return JudgedFile.read(leaf.object("why").object("judged"), rulebooks::ofVersion);
    }
}
