package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.Problem;

import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * What staff have beside their password: an authenticator, whose code is good once, passkeys, or
 * both. All of it is done in the present transaction.
 */
@Component
public class StaffFactors {
    private final StaffFactorRows rows;
    private final StaffAuthenticators authenticators;
    private final StaffPasskeys passkeys;

    StaffFactors(StaffFactorRows rows, StaffAuthenticators authenticators, StaffPasskeys passkeys) {
        this.rows = rows;
        this.authenticators = authenticators;
        this.passkeys = passkeys;
    }

    /** What came of a code, or of a passkey. */
    enum Tried {
        RIGHT,
        WRONG,
        /** Too many wrong ones came lately; this one was not looked at. */
        AT_LIMIT
    }

    /** One that counts. */
    record Held(UUID id, FactorKind kind, Instant since) {}

    /** What of somebody's counts, the one they have longest first. */
    List<Held> of(UUID analyst) {
        return rows.of(analyst).stream()
                .filter(StaffFactorRows.Row::confirmed)
                .map(row -> new Held(row.id(), row.kind(), row.enrolledAt()))
                .toList();
    }

    /** The kinds of what counts; empty for whoever has to set one up first. */
    Set<FactorKind> kinds(UUID analyst) {
        return of(analyst).stream().map(Held::kind).collect(Collectors.toSet());
    }

    /**
     * Begins to set up an authenticator; what was begun before is gone.
     *
     * @return its key in base 32 (RFC 4648, section 6); the caller wipes it
     * @throws Problem 409 if they have one
     */
    Secret beginAuthenticator(UUID analyst) {
        mustHaveRoom(analyst, FactorKind.AUTHENTICATOR);
        return authenticators.begin(analyst);
    }

    /**
     * Begins to set up a passkey; what was begun before is gone.
     *
     * @return what the browser is asked to make, as JSON
     * @throws Problem 409 if they have as many as they may have
     */
    String beginPasskey(UUID analyst, String login, String name) {
        mustHaveRoom(analyst, FactorKind.PASSKEY);
        return passkeys.begin(analyst, login, name);
    }

    private void mustHaveRoom(UUID analyst, FactorKind kind) {
        rows.lock(analyst);
        rows.removeUnfinished(analyst);
        if (of(analyst).stream().filter(held -> held.kind() == kind).count() >= kind.most()) {
            throw new Problem(
                    409,
                    "factor-there",
                    kind == FactorKind.AUTHENTICATOR
                            ? "You have an authenticator already. If it is lost, ask a steward."
                            : "You have %d passkeys. Take one away first.".formatted(kind.most()));
        }
    }

    /**
     * Gives somebody who has none the authenticator that they carry already.
     *
     * @param key the caller wipes it
     */
    public void bringIn(UUID analyst, byte[] key) {
        if (rows.lock(analyst).isEmpty()) {
            rows.confirm(authenticators.add(analyst, key));
        }
    }

    /** Takes away all that somebody has; then they set one up at their next signing in. */
    public void remove(UUID analyst) {
        rows.removeAll(analyst);
    }

    /**
     * Takes one away.
     *
     * @return its kind
     * @throws Problem 404 if it is none of theirs, 409 if it is the only one
     */
    FactorKind remove(UUID analyst, UUID factor) {
        rows.lock(analyst);
        List<Held> theirs = of(analyst);
        FactorKind kind =
                theirs.stream()
                        .filter(held -> held.id().equals(factor))
                        .findFirst()
                        .orElseThrow(() -> Problem.unknown("authenticator or passkey of yours"))
                        .kind();
        if (theirs.size() == 1) {
            throw new Problem(
                    409,
                    "only-one",
                    "It is the only one you have. Set up another first; if this one is lost, ask"
                            + " a steward.");
        }
        rows.remove(factor);
        return kind;
    }

    /** What a browser is asked for, as JSON; empty for whoever has no passkey. */
    Optional<String> askPasskey(UUID analyst) {
        return passkeys.ask(analyst);
    }

    /** Tries what somebody gives. While nothing of theirs counts, it may be what they set up. */
    Tried accept(UUID analyst, FactorReply reply) {
        List<StaffFactorRows.Row> theirs = rows.lock(analyst);
        boolean any = theirs.stream().anyMatch(StaffFactorRows.Row::confirmed);
        return accept(analyst, reply, theirs, any);
    }

    /** Tries what is given for what somebody sets up beside what they have; then it counts. */
    Tried acceptNew(UUID analyst, FactorReply reply) {
        return accept(analyst, reply, rows.lock(analyst), false);
    }

    private Tried accept(
            UUID analyst, FactorReply reply, List<StaffFactorRows.Row> all, boolean counting) {
        List<StaffFactorRows.Row> which =
                all.stream()
                        .filter(row -> row.confirmed() == counting && row.kind() == reply.kind())
                        .toList();
        if (which.isEmpty()) {
            return Tried.WRONG;
        }
        return switch (reply) {
            case FactorReply.Code(var typed) -> authenticators.accept(which.getFirst(), typed);
            case FactorReply.Passkey(var json) ->
                    (counting
                                    ? passkeys.used(analyst, which, json)
                                    : passkeys.made(which.getFirst(), json))
                            ? Tried.RIGHT
                            : Tried.WRONG;
        };
    }
}
