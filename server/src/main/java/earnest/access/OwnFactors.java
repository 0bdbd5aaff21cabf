package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.stereotype.Service;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.BiFunction;

/**
 * What somebody who is signed in does with their own second factors: shows that they have one, adds
 * one, takes one away. Adding and taking away ask for one first.
 */
@Service
class OwnFactors {
    private final AnalystRepository analysts;
    private final StaffFactors factors;
    private final FactorTries tries;
    private final Sessions sessions;
    private final TheRecord record;
    private final Writes writes;

    OwnFactors(
            AnalystRepository analysts,
            StaffFactors factors,
            FactorTries tries,
            Sessions sessions,
            TheRecord record,
            Writes writes) {
        this.analysts = analysts;
        this.factors = factors;
        this.tries = tries;
        this.sessions = sessions;
        this.record = record;
        this.writes = writes;
    }

    /**
     * Takes a code or a passkey; what lowers safety may be done for a while then.
     *
     * @param session its token
     * @throws Problem 403 for a wrong one, 429 after too many
     */
    void proveAgain(SignedIn me, String session, FactorReply reply) {
        tried(
                me,
                reply,
                (analyst, given) -> {
                    Problem wrong = tries.tried(analyst, given);
                    if (wrong == null) {
                        sessions.proved(session);
                        record.append(Entry.by(EntryKind.PROVED_AGAIN, me.id(), me.name()));
                    }
                    return Optional.ofNullable(wrong);
                });
    }

    /** What a wrong one comes to is kept, so it is no exception in the transaction. */
    private void tried(
            SignedIn me,
            FactorReply reply,
            BiFunction<Analyst, FactorReply, Optional<Problem>> trying) {
        tries.count(me.id(), reply);
        Optional<Problem> no =
                writes.get(
                        () ->
                                trying.apply(
                                        analysts.findById(me.id())
                                                .orElseThrow(() -> Problem.unknown("analyst")),
                                        reply));
        if (no.isPresent()) {
            throw no.get();
        }
        tries.wasRight(me.id(), reply);
    }

    /**
     * What the browser is asked for, as JSON.
     *
     * @throws Problem 409 if they have no passkey
     */
    String askPasskey(SignedIn me) {
        return writes.get(() -> factors.askPasskey(me.id())).orElseThrow(OwnFactors::noPasskey);
    }

    static Problem noPasskey() {
        return new Problem(409, "no-passkey", "You have no passkey here. Use your authenticator.");
    }

    List<StaffFactors.Held> all(SignedIn me) {
        return writes.get(() -> factors.of(me.id()));
    }

    /**
     * Begins to add an authenticator.
     *
     * @return its key in base 32; the caller wipes it
     * @throws Problem 403 if nothing was shown lately, 409 if they have one
     */
    Secret addAuthenticator(SignedIn me) {
        me.mustBeFresh();
        return writes.get(() -> factors.beginAuthenticator(me.id()));
    }

    /**
     * Begins to add a passkey.
     *
     * @return what the browser is asked to make, as JSON
     * @throws Problem 403 if nothing was shown lately, 409 if they have as many as they may have
     */
    String addPasskey(SignedIn me) {
        me.mustBeFresh();
        return writes.get(() -> factors.beginPasskey(me.id(), me.login(), me.name()));
    }

    /**
     * Finishes it: from now on it counts.
     *
     * @throws Problem 403 if nothing was shown lately, or it is not what was asked for; 429 after
     *     too many
     */
    void added(SignedIn me, FactorReply reply) {
        me.mustBeFresh();
        tried(
                me,
                reply,
                (analyst, given) -> {
                    Problem wrong = tries.triedNew(analyst, given);
                    if (wrong == null) {
                        record.append(Entry.by(given.kind().setUp(), me.id(), me.name()));
                    }
                    return Optional.ofNullable(wrong);
                });
    }

    /**
     * Takes one away.
     *
     * @throws Problem 403 if nothing was shown lately, 404 if it is none of theirs, 409 if it is
     *     the only one
     */
    void remove(SignedIn me, UUID factor) {
        me.mustBeFresh();
        writes.run(
                () -> {
                    FactorKind kind = factors.remove(me.id(), factor);
                    record.append(
                            Entry.by(EntryKind.SECOND_FACTOR_REMOVED, me.id(), me.name())
                                    .data("what", kind.word()));
                });
    }
}
