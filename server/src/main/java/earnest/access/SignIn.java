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
import java.util.UUID;

/** Signing in. The answer and its time are the same for names that nobody has. */
@Service
class SignIn {
    private static final int MARK_DIGITS = 16;

    private final AnalystRepository analysts;
    private final Sessions sessions;
    private final StaffFactors factors;
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
            SlowHashes passwords,
            SignInLimits limits,
            KnownBrowsers browsers,
            KeyedMarks marks,
            TheRecord record,
            Writes writes) {
        this.analysts = analysts;
        this.sessions = sessions;
        this.factors = factors;
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
     * Signs in with password and code. Only whoever knows the password is told whether a code is
     * missing, or is to be set up.
     *
     * @param code of the second factor, or null
     * @throws Problem 401 for a wrong password, and for a missing code; 403 for a wrong code; 429
     *     when too many tries were made
     */
    Welcome signIn(Attempt attempt, @Nullable Secret code) {
        Optional<String> known = browsers.known(attempt.browser(), attempt.login());
        Analyst analyst = whoKnowsThePassword(attempt, known);
        if (code == null) {
            throw wanted(analyst);
        }
        String stronger =
                passwords.isWeak(analyst.passwordHash) ? passwords.of(attempt.password()) : null;
        // What a wrong code comes to is kept, so it is no exception there.
        Object came = writes.get(() -> welcome(analyst.id, code, stronger, known.isPresent()));
        if (came instanceof Problem no) {
            throw no;
        }
        return (Welcome) came;
    }

    private Problem wanted(Analyst analyst) {
        return writes.get(() -> factors.has(analyst.id))
                ? new Problem(
                        401, "code-wanted", "Now the six digits that your authenticator shows.")
                : new Problem(
                        401,
                        "second-factor-missing",
                        "Set up an authenticator first: a password alone is not enough here.");
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

    /** A {@link Welcome}, or the {@link Problem} with the code. */
    private Object welcome(UUID id, Secret code, @Nullable String stronger, boolean known) {
        Analyst analyst = analysts.findById(id).orElseThrow(SignIn::refused);
        boolean had = factors.has(id);
        Problem no = tried(analyst, code);
        if (no != null) {
            return no;
        }
        if (!had) {
            record.append(Entry.by(EntryKind.SECOND_FACTOR_SET_UP, analyst.id, analyst.name));
        }
        if (stronger != null) {
            analyst.passwordHash = stronger;
        }
        record.append(Entry.by(EntryKind.SIGNED_IN, analyst.id, analyst.name));
        return new Welcome(sessions.begin(id), known ? null : browsers.remember(id));
    }

    /** Tries a code, in the present transaction; a wrong one is on the record. */
    private @Nullable Problem tried(Analyst analyst, Secret code) {
        return switch (factors.accept(analyst.id, code)) {
            case RIGHT -> null;
            case WRONG -> {
                record.append(Entry.by(EntryKind.SECOND_FACTOR_WRONG, analyst.id, analyst.name));
                yield new Problem(
                        403,
                        "code-refused",
                        "That code is wrong, or was used already. Wait for the next six digits.");
            }
            case AT_LIMIT ->
                    new Problem(
                            429,
                            "slow-down",
                            "Too many wrong codes were given. Wait half an hour, or ask your"
                                    + " lead.");
        };
    }

    /**
     * Begins to set up the second factor of whoever has none yet.
     *
     * @return its key in base 32; the caller wipes it
     * @throws Problem 401 for a wrong password, 409 if they have one, 429 when too many tries were
     *     made
     */
    Secret setUpFactor(Attempt attempt) {
        Analyst analyst =
                whoKnowsThePassword(attempt, browsers.known(attempt.browser(), attempt.login()));
        return writes.get(
                () -> {
                    if (factors.has(analyst.id)) {
                        throw new Problem(
                                409,
                                "factor-there",
                                "You have an authenticator already. If it is lost, ask a"
                                        + " steward.");
                    }
                    return factors.begin(analyst.id);
                });
    }

    /**
     * Takes a code from somebody who is signed in; what lowers safety may be done for a while then.
     *
     * @param session its token
     * @throws Problem 403 for a wrong code, 429 after too many
     */
    void proveAgain(SignedIn me, String session, Secret code) {
        Optional<Problem> no =
                writes.get(
                        () -> {
                            Analyst analyst =
                                    analysts.findById(me.id()).orElseThrow(SignIn::refused);
                            Problem wrong = tried(analyst, code);
                            if (wrong == null) {
                                sessions.proved(session);
                                record.append(Entry.by(EntryKind.PROVED_AGAIN, me.id(), me.name()));
                            }
                            return Optional.ofNullable(wrong);
                        });
        if (no.isPresent()) {
            throw no.get();
        }
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
