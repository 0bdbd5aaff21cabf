package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.KeyedMarks;
import earnest.ground.Problem;
import earnest.ground.SlowHashes;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;

/** Signing in. The answer and its time are the same for names that nobody has. */
@Service
class SignIn {
    private static final int MARK_DIGITS = 16;

    private final AnalystRepository analysts;
    private final Sessions sessions;
    private final StaffFactors factors;
    private final FactorTries tries;
    private final SlowHashes passwords;
    private final SignInLimits limits;
    private final KnownBrowsers browsers;
    private final KeyedMarks marks;
    private final TheRecord record;
    private final Writes writes;

    SignIn(
            AnalystRepository analysts,
            Sessions sessions,
            StaffFactors factors,
            FactorTries tries,
            SlowHashes passwords,
            SignInLimits limits,
            KnownBrowsers browsers,
            KeyedMarks marks,
            TheRecord record,
            Writes writes) {
        this.analysts = analysts;
        this.sessions = sessions;
        this.factors = factors;
        this.tries = tries;
        this.passwords = passwords;
        this.limits = limits;
        this.browsers = browsers;
        this.marks = marks;
        this.record = record;
        this.writes = writes;
    }

    /**
     * What a browser is given.
     *
     * @param session the session's token, given out once
     * @param browser the token by which the browser is known from now on, or null if it has one
     */
    record Welcome(String session, @Nullable String browser) {}

    /**
     * Who tries, and from where.
     *
     * @param address from where
     * @param browser the token of a browser that claims to be known
     */
    record Attempt(String login, String password, String address, Optional<String> browser) {
        @Override
        public String toString() {
            return "(an attempt)";
        }
    }

    /**
     * Signs in with password and second factor. Only whoever knows the password is told whether a
     * code or passkey is missing, or is to be set up.
     *
     * @param reply of the second factor, or null
     * @throws Problem 401 for a wrong password, and for a missing reply; 403 for a wrong one; 429
     *     when too many tries were made
     */
    Welcome signIn(Attempt attempt, @Nullable FactorReply reply) {
        Optional<String> known = browsers.known(attempt.browser(), attempt.login());
        Analyst analyst = whoKnowsThePassword(attempt, known);
        if (reply == null) {
            throw wanted(analyst);
        }
        tries.count(analyst.id, reply);
        Rehashed stronger =
                passwords.isWeak(analyst.passwordHash)
                        ? new Rehashed(analyst.passwordHash, passwords.of(attempt.password()))
                        : null;
        // What a wrong code comes to is kept, so it is no exception there.
        Object came = writes.get(() -> welcome(analyst.id, reply, stronger, known.isPresent()));
        if (came instanceof Problem no) {
            throw no;
        }
        tries.wasRight(analyst.id, reply);
        return (Welcome) came;
    }

    private Problem wanted(Analyst analyst) {
        Set<FactorKind> theirs = writes.get(() -> factors.kinds(analyst.id));
        if (theirs.isEmpty()) {
            return new Problem(
                    401,
                    "second-factor-missing",
                    "Set up an authenticator or a passkey first: a password alone is not enough"
                            + " here.");
        }
        if (theirs.size() == FactorKind.values().length) {
            return new Problem(
                    401,
                    "code-or-passkey-wanted",
                    "Now the six digits that your authenticator shows, or your passkey.");
        }
        return theirs.contains(FactorKind.PASSKEY)
                ? new Problem(401, "passkey-wanted", "Now your passkey.")
                : new Problem(
                        401, "code-wanted", "Now the six digits that your authenticator shows.");
    }

    private Analyst whoKnowsThePassword(Attempt attempt) {
        return whoKnowsThePassword(attempt, browsers.known(attempt.browser(), attempt.login()));
    }

    private Analyst whoKnowsThePassword(Attempt attempt, Optional<String> known) {
        SignInLimits.Try counted = limits.count(attempt.login(), attempt.address(), known);
        // Who was invited and chose no password yet, and whose work ended, is nobody here.
        Optional<Analyst> found =
                analysts.findByLogin(attempt.login())
                        .filter(a -> a.endedAt == null && !a.passwordHash.isEmpty());
        if (found.isEmpty()) {
            passwords.workInVain(attempt.password());
            // What was typed as a name may be a password.
            String mark =
                    marks.of("unknown sign-in name", attempt.login()).substring(0, MARK_DIGITS);
            writes.run(
                    () ->
                            record.append(
                                    Entry.byEarnest(EntryKind.SIGN_IN_REFUSED).data("mark", mark)));
            throw refused();
        }
        Analyst analyst = found.get();
        if (!passwords.matches(attempt.password(), analyst.passwordHash)) {
            writes.run(
                    () ->
                            record.append(
                                    Entry.by(EntryKind.SIGN_IN_REFUSED, analyst.id, analyst.name)));
            throw refused();
        }
        counted.wasRight();
        return analyst;
    }

    /** The hash of a password as it was, and as it is made now. */
    private record Rehashed(String was, String now) {}

    /** A {@link Welcome}, or the {@link Problem} with the code. */
    private Object welcome(UUID id, FactorReply reply, @Nullable Rehashed stronger, boolean known) {
        Analyst analyst = analysts.findById(id).orElseThrow(SignIn::refused);
        boolean had = !factors.kinds(id).isEmpty();
        Problem no = tries.tried(analyst, reply);
        if (no != null) {
            return no;
        }
        if (!had) {
            record.append(Entry.by(reply.kind().setUp(), analyst.id, analyst.name));
        }
        if (stronger != null) {
            analysts.rehash(id, stronger.was, stronger.now);
        }
        record.append(Entry.by(EntryKind.SIGNED_IN, analyst.id, analyst.name));
        return new Welcome(sessions.begin(id), known ? null : browsers.remember(id));
    }

    /**
     * Begins to set up the authenticator of whoever has nothing yet.
     *
     * @return its key in base 32; the caller wipes it
     * @throws Problem 401 for a wrong password, 409 if they have something, 429 when too many tries
     *     were made
     */
    Secret setUpAuthenticator(Attempt attempt) {
        return settingUp(attempt, analyst -> factors.beginAuthenticator(analyst.id));
    }

    /**
     * Begins to set up a passkey of whoever has nothing yet.
     *
     * @return what the browser is asked to make, as JSON
     * @throws Problem as {@link #setUpAuthenticator}
     */
    String setUpPasskey(Attempt attempt) {
        return settingUp(
                attempt, analyst -> factors.beginPasskey(analyst.id, analyst.login, analyst.name));
    }

    private <T> T settingUp(Attempt attempt, Function<Analyst, T> begin) {
        Analyst analyst = whoKnowsThePassword(attempt);
        return writes.get(
                () -> {
                    // A password alone never adds to what somebody has.
                    if (!factors.kinds(analyst.id).isEmpty()) {
                        throw new Problem(
                                409,
                                "factor-there",
                                "You have an authenticator or a passkey already. If it is lost, ask"
                                        + " a steward.");
                    }
                    return begin.apply(analyst);
                });
    }

    /**
     * Asks for a passkey of whoever knows the password.
     *
     * @return what the browser is asked for, as JSON
     * @throws Problem 401 for a wrong password, 409 if they have none, 429 when too many tries were
     *     made
     */
    String askPasskey(Attempt attempt) {
        Analyst analyst = whoKnowsThePassword(attempt);
        return writes.get(() -> factors.askPasskey(analyst.id)).orElseThrow(OwnFactors::noPasskey);
    }

    private static Problem refused() {
        return new Problem(
                401,
                "sign-in-refused",
                "That name and password do not fit together. Try again, or ask your lead.");
    }

    /**
     * Lets an analyst's name be tried as if nothing wrong was typed.
     *
     * @throws Problem 403 without the right, 404 if there is no such analyst
     */
    void release(SignedIn me, UUID id) {
        me.must(Right.RELEASE_SIGN_IN);
        writes.run(
                () -> {
                    Analyst analyst =
                            analysts.findById(id).orElseThrow(() -> Problem.unknown("analyst"));
                    limits.release(analyst.login);
                    record.append(
                            Entry.by(EntryKind.SIGN_IN_RELEASED, me.id(), me.name())
                                    .data("analyst", id.toString())
                                    .personal("analystName", analyst.name));
                });
    }
}
