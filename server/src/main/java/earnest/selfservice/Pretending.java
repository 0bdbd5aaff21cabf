package earnest.selfservice;

import earnest.checks.ProofAlone;
import earnest.ground.Problem;
import earnest.ground.Writes;

import org.springframework.stereotype.Component;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/**
 * Ways that are begun and never end well: on the page of a name that nobody has, and on that of
 * somebody who took one that they do not have. Until something is proved, neither is told apart
 * from what is real.
 */
@Component
class Pretending {
    private final OwnSessionRows rows;
    private final ProofAlone proof;
    private final Writes writes;
    private final Clock clock;

    Pretending(OwnSessionRows rows, ProofAlone proof, Writes writes, Clock clock) {
        this.rows = rows;
        this.proof = proof;
        this.writes = writes;
        this.clock = clock;
    }

    /**
     * Begins one of the house.
     *
     * @throws Problem 409 if it is none
     */
    void begin(OwnSession session, String way) {
        ProofAlone.Way begun = ofHouse(session, way).orElseThrow(ProofAlone::notOffered);
        keep(session, new Nobody(way, clock.instant().plus(begun.lasts()), begun.tries()));
    }

    /** Something real was begun in its place. */
    void end(OwnSession session) {
        if (session.nobody() != null) {
            keep(session, Nobody.NOTHING);
        }
    }

    private Optional<ProofAlone.Way> ofHouse(OwnSession session, String way) {
        return proof.waysOfHouse(session.wants().action()).stream()
                .filter(one -> one.id().equals(way))
                .findFirst();
    }

    private void keep(OwnSession session, Nobody nobody) {
        writes.run(() -> rows.pretend(session.id(), nobody.text()));
    }

    /** What is pretended to be under way. */
    Optional<ProofAlone.UnderWay> open(OwnSession session) {
        Nobody nobody = Nobody.read(session.nobody());
        String begun = nobody.way();
        if (begun == null || !nobody.open(clock.instant())) {
            return Optional.empty();
        }
        return ofHouse(session, begun)
                .map(
                        way ->
                                new ProofAlone.UnderWay(
                                        way,
                                        nobody.left(),
                                        nobody.until(),
                                        proof.browserAsks(way.id(), inPlace(session, nobody))));
    }

    /** In the place of a check that is not there: another with each that was begun. */
    private static UUID inPlace(OwnSession session, Nobody nobody) {
        return UUID.nameUUIDFromBytes(
                (session.id() + " " + nobody.until()).getBytes(StandardCharsets.UTF_8));
    }

    /**
     * Takes an answer to it, which is wrong.
     *
     * @throws Problem 409 if nothing is under way, 422 if it is not answered here
     */
    void answer(OwnSession session) {
        ProofAlone.UnderWay open = open(session).orElseThrow(ProofAlone::over);
        if (open.way().digits() == 0 && open.browserAsks() == null) {
            throw Problem.invalid("The link is opened where it was sent to.");
        }
        keep(session, Nobody.read(session.nobody()).wrong());
    }
}
