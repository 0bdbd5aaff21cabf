package earnest.access;

import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** Sessions: begun by signing in, ended by signing out, idling, or the end of the day. */
@Service
class Sessions {
    /** Seen is written down at most this often, so that reading a page does not cost a write. */
    private static final Duration SEEN_EVERY = Duration.ofSeconds(20);

    /** So long after a code, what lowers safety is not asked one again. */
    private static final Duration FRESH_FOR = Duration.ofMinutes(10);

    private final SessionRepository sessions;
    private final AnalystRepository analysts;
    private final OpenSessions open;
    private final AccessProperties properties;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final SecureRandom random;

    Sessions(
            SessionRepository sessions,
            AnalystRepository analysts,
            OpenSessions open,
            AccessProperties properties,
            TheRecord record,
            Writes writes,
            Clock clock,
            SecureRandom random) {
        this.sessions = sessions;
        this.analysts = analysts;
        this.open = open;
        this.properties = properties;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.random = random;
    }

    /** Begins one, in the present transaction; gives its token, which is kept nowhere. */
    String begin(UUID analyst) {
        String token = Tokens.draw(random);
        sessions.add(new SignInSession(Tokens.hash(token), analyst, clock.instant()));
        return token;
    }

    /** Whose session it is, if it is one and has not ended; being asked keeps it from idling. */
    Optional<SignedIn> whose(String token, boolean keepsAlive) {
        byte[] hash = Tokens.hash(token);
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
            writes.run(() -> sessions.seen(hash, now));
        }
        Instant factorAt = session.factorAt();
        boolean fresh = factorAt != null && factorAt.plus(FRESH_FOR).isAfter(now);
        return Optional.of(session.who().proved(fresh));
    }

    /** A code of the second factor was given in it again, in the present transaction. */
    void proved(String token) {
        sessions.proved(Tokens.hash(token), clock.instant());
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
        byte[] hash = Tokens.hash(token);
        writes.run(
                () -> {
                    if (sessions.end(hash, clock.instant()) == 1) {
                        sessions.findById(hash)
                                .flatMap(session -> analysts.findById(session.analystId))
                                .ifPresent(analyst -> recordEnd(analyst, reason));
                    }
                });
    }

    private void recordEnd(Analyst analyst, @Nullable String reason) {
        EntryKind kind = reason == null ? EntryKind.SIGNED_OUT : EntryKind.SESSION_ENDED;
        record.append(Entry.by(kind, analyst.id, analyst.name).data("reason", reason));
    }
}
