package earnest.access;

import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;

/** Sign-in, sessions and their ends. The answer and its time are the same for unknown logins. */
@Service
class SignIn implements Analysts {
    private static final int TOKEN_BYTES = 32;
    private static final int TRIES_BEFORE_LOCK = 6;
    private static final int FREE_TRIES = 2;
    private static final long MOST_DELAY_MS = 4_000;
    private static final int LEAST_PASSWORD = 15;
    private static final int WRONG_PER_ADDRESS = 60;
    private static final Duration LOCK = Duration.ofMinutes(15);
    private static final Duration ADDRESS_WINDOW = Duration.ofMinutes(5);

    /** Seen is written down at most this often, so that reading a page does not cost a write. */
    private static final Duration SEEN_EVERY = Duration.ofSeconds(20);

    private final AnalystRepository analysts;
    private final SessionRepository sessions;
    private final OpenSessions open;
    private final AccessProperties properties;
    private final GuessLimits limits;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final SecureRandom random;
    private final PasswordEncoder passwords =
            Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8();

    /** Made beside the start, which it would hold up; who needs it before waits for it. */
    private final CompletableFuture<String> nobody =
            CompletableFuture.supplyAsync(() -> passwords.encode("a password that nobody has"));

    SignIn(
            AnalystRepository analysts,
            SessionRepository sessions,
            OpenSessions open,
            AccessProperties properties,
            GuessLimits limits,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids,
            SecureRandom random) {
        this.analysts = analysts;
        this.sessions = sessions;
        this.open = open;
        this.properties = properties;
        this.limits = limits;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.random = random;
    }

    /**
     * Signs in.
     *
     * @return the session's token, given out once
     * @throws Problem 401 for wrong or locked, 429 for too many tries from one address
     */
    String signIn(String login, String password, String address) {
        String from = "sign-in from " + address;
        if (!limits.within(from, WRONG_PER_ADDRESS, ADDRESS_WINDOW)) {
            throw new Problem(
                    429,
                    "slow-down",
                    "Too many tries from this place. Wait five minutes, then try again.");
        }
        String as = "sign-in as " + login;
        slowDown(limits.tries(as, LOCK));
        String hash = analysts.findByLogin(login).map(a -> a.passwordHash).orElseGet(nobody::join);
        boolean matches = passwords.matches(password, hash);
        Optional<String> token =
                writes.get(
                        () -> {
                            Optional<String> settled = settle(login, matches);
                            if (settled.isEmpty()) {
                                limits.count(from, ADDRESS_WINDOW);
                                limits.count(as, LOCK);
                            } else {
                                limits.forget(as);
                            }
                            return settled;
                        });
        return token.orElseThrow(
                () ->
                        new Problem(
                                401,
                                "sign-in-refused",
                                "That name and password do not fit together, or the sign-in is"
                                    + " locked for a while after too many wrong tries. Try again,"
                                    + " or ask your lead."));
    }

    /** Each further try for a name takes longer, whether anybody has that name or not. */
    private static void slowDown(int wrongTries) {
        if (wrongTries < FREE_TRIES) {
            return;
        }
        try {
            Thread.sleep(Math.min(MOST_DELAY_MS, 250L << (wrongTries - FREE_TRIES)));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** The try is committed with its entry, whatever came of it. */
    private Optional<String> settle(String login, boolean matches) {
        Optional<Analyst> found = analysts.lock(login);
        Instant now = clock.instant();
        if (found.isEmpty()) {
            record.append(Entry.byEarnest(EntryKind.SIGN_IN_REFUSED).personal("login", login));
            return Optional.empty();
        }
        Analyst analyst = found.get();
        boolean locked = analyst.lockedUntil != null && analyst.lockedUntil.isAfter(now);
        if (locked || !matches) {
            refuse(analyst, locked, now);
            return Optional.empty();
        }
        analyst.wrongTries = 0;
        analyst.lockedUntil = null;
        byte[] token = new byte[TOKEN_BYTES];
        random.nextBytes(token);
        String text = Base64.getUrlEncoder().withoutPadding().encodeToString(token);
        sessions.add(new SignInSession(hash(text), analyst.id, now));
        record.append(Entry.by(EntryKind.SIGNED_IN, analyst.id, analyst.name));
        return Optional.of(text);
    }

    private void refuse(Analyst analyst, boolean locked, Instant now) {
        record.append(Entry.by(EntryKind.SIGN_IN_REFUSED, analyst.id, analyst.name));
        if (locked) {
            return;
        }
        analyst.wrongTries++;
        if (analyst.wrongTries >= TRIES_BEFORE_LOCK) {
            analyst.wrongTries = 0;
            analyst.lockedUntil = now.plus(LOCK);
            record.append(
                    Entry.by(EntryKind.SIGN_IN_LOCKED, analyst.id, analyst.name)
                            .data("minutes", (int) LOCK.toMinutes()));
        }
    }

    /** Whose session it is, if it is one and has not ended; being asked keeps it from idling. */
    Optional<SignedIn> whose(String token, boolean keepsAlive) {
        byte[] hash = hash(token);
        Instant now = clock.instant();
        Optional<OpenSessions.Open> found = open.find(hash);
        if (found.isEmpty()) {
            return Optional.empty();
        }
        OpenSessions.Open session = found.get();
        String over = over(session, now);
        if (over != null) {
            end(token, over);
            return Optional.empty();
        }
        if (keepsAlive && session.lastSeenAt().plus(SEEN_EVERY).isBefore(now)) {
            writes.run(() -> sessions.findById(hash).ifPresent(s -> s.lastSeenAt = now));
        }
        return Optional.of(session.who());
    }

    private @Nullable String over(OpenSessions.Open session, Instant now) {
        if (!session.startedAt().plus(properties.absoluteTimeout()).isAfter(now)) {
            return "the day was over";
        }
        return session.lastSeenAt().plus(properties.idleTimeout()).isAfter(now)
                ? null
                : "nothing was done for a while";
    }

    /** Ends a session; {@code reason} null: by the analyst. */
    void end(String token, @Nullable String reason) {
        writes.run(
                () ->
                        sessions.findById(hash(token))
                                .filter(session -> session.endedAt == null)
                                .ifPresent(
                                        session -> {
                                            session.endedAt = clock.instant();
                                            analysts.findById(session.analystId)
                                                    .ifPresent(a -> recordEnd(a, reason));
                                        }));
    }

    private void recordEnd(Analyst analyst, @Nullable String reason) {
        EntryKind kind = reason == null ? EntryKind.SIGNED_OUT : EntryKind.SESSION_ENDED;
        record.append(Entry.by(kind, analyst.id, analyst.name).data("reason", reason));
    }

    @Override
    public List<Colleague> atTheDesk() {
        return analysts.findAllByOrderByName().stream()
                .filter(
                        a ->
                                a.roles().stream()
                                        .anyMatch(r -> r.rights().contains(Right.WORK_AT_DESK)))
                .map(a -> new Colleague(a.id, a.name))
                .toList();
    }

    @Override
    public Optional<Colleague> find(UUID id) {
        return analysts.findById(id).map(a -> new Colleague(a.id, a.name));
    }

    @Override
    public void admit(List<Newcomer> newcomers, String password) {
        if (password.length() < LEAST_PASSWORD) {
            throw new IllegalArgumentException("an analyst's password has at least 15 characters");
        }
        writes.run(
                () -> {
                    List<Analyst> all = newcomers.stream().map(this::here).toList();
                    // Each try takes long by design, and this is done at each start.
                    if (all.stream().anyMatch(analyst -> analyst.passwordHash.isEmpty())
                            || !passwords.matches(password, all.getFirst().passwordHash)) {
                        all.forEach(analyst -> analyst.passwordHash = passwords.encode(password));
                    }
                });
    }

    private static byte[] hash(String token) {
        try {
            return MessageDigest.getInstance("SHA-256")
                    .digest(token.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private Analyst here(Newcomer newcomer) {
        Analyst analyst = analysts.lock(newcomer.login()).orElseGet(() -> added(newcomer));
        analyst.ownAccount = newcomer.ownAccount();
        return analyst;
    }

    private Analyst added(Newcomer newcomer) {
        Analyst analyst =
                new Analyst(ids.next(), newcomer.login(), newcomer.name(), "", newcomer.roles());
        analysts.add(analyst);
        return analyst;
    }
}
