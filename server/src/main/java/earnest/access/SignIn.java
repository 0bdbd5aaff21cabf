package earnest.access;

import earnest.ground.KeyedMarks;
import earnest.ground.Problem;
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
    private final PasswordHashes passwords;
    private final SignInLimits limits;
    private final KnownBrowsers browsers;
    private final KeyedMarks marks;
    private final TheRecord record;
    private final Writes writes;

    SignIn(
            AnalystRepository analysts,
            Sessions sessions,
            PasswordHashes passwords,
            SignInLimits limits,
            KnownBrowsers browsers,
            KeyedMarks marks,
            TheRecord record,
            Writes writes) {
        this.analysts = analysts;
        this.sessions = sessions;
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
     * Signs in.
     *
     * @param address from where
     * @param browser the token of a browser that claims to be known
     * @throws Problem 401 for wrong, 429 when too many tries were made
     */
    Welcome signIn(String login, String password, String address, Optional<String> browser) {
        Optional<String> known = browsers.known(browser, login);
        SignInLimits.Try counted = limits.count(login, address, known);
        // Who was invited and chose no password yet, and whose work ended, is nobody here.
        Optional<Analyst> found =
                analysts.findByLogin(login)
                        .filter(a -> a.endedAt == null && !a.passwordHash.isEmpty());
        if (found.isEmpty()) {
            passwords.workInVain(password);
            // What was typed as a name may be a password.
            String mark = marks.of("unknown sign-in name", login).substring(0, MARK_DIGITS);
            writes.run(
                    () ->
                            record.append(
                                    Entry.byEarnest(EntryKind.SIGN_IN_REFUSED).data("mark", mark)));
            throw refused();
        }
        Analyst analyst = found.get();
        if (!passwords.matches(password, analyst.passwordHash)) {
            writes.run(
                    () ->
                            record.append(
                                    Entry.by(EntryKind.SIGN_IN_REFUSED, analyst.id, analyst.name)));
            throw refused();
        }
        counted.wasRight();
        String stronger = passwords.isWeak(analyst.passwordHash) ? passwords.of(password) : null;
        return writes.get(() -> welcome(analyst.id, stronger, known.isPresent()));
    }

    private Welcome welcome(UUID id, @Nullable String stronger, boolean known) {
        Analyst analyst = analysts.findById(id).orElseThrow(SignIn::refused);
        if (stronger != null) {
            analyst.passwordHash = stronger;
        }
        record.append(Entry.by(EntryKind.SIGNED_IN, analyst.id, analyst.name));
        return new Welcome(sessions.begin(id), known ? null : browsers.remember(id));
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
