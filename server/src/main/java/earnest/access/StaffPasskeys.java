package earnest.access;

import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.webauthn.WebAuthn;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/** Passkeys that staff sign in with; all of it is done in the present transaction. */
@Component
class StaffPasskeys {
    /** As long as browsers are told to wait. */
    private static final Duration ASKED = Duration.ofMinutes(2);

    private static final WrappedSecrets.Wrapped NO_KEY =
            new WrappedSecrets.Wrapped(new byte[0], "");

    private final StaffFactorRows rows;
    private final WebAuthn webAuthn;
    private final Clock clock;
    private final Ids ids;

    StaffPasskeys(StaffFactorRows rows, WebAuthn webAuthn, Clock clock, Ids ids) {
        this.rows = rows;
        this.webAuthn = webAuthn;
        this.clock = clock;
        this.ids = ids;
    }

    /** Begins to set one up; gives what the browser is asked to make, as JSON. */
    String begin(UUID analyst, String login, String name) {
        UUID id = rows.nextId();
        rows.add(id, analyst, FactorKind.PASSKEY, NO_KEY);
        return webAuthn.creation(id, "Earnest", login, name);
    }

    /** Whether the browser made what it was asked to; then it counts. */
    boolean made(StaffFactorRows.Row passkey, Secret json) {
        Optional<WebAuthn.Made> made = webAuthn.made(passkey.id(), json);
        made.ifPresent(
                one -> {
                    rows.keep(passkey.id(), one.credential(), one.count());
                    rows.confirm(passkey.id());
                });
        return made.isPresent();
    }

    /** Asks for one of somebody's; empty if they have none. */
    Optional<String> ask(UUID analyst) {
        List<WebAuthn.Kept> theirs = kept(rows.lock(analyst));
        if (theirs.isEmpty()) {
            return Optional.empty();
        }
        UUID asked = ids.next();
        rows.ask(analyst, asked);
        return Optional.of(webAuthn.request(asked, theirs));
    }

    /** Whether one of these signed what was asked last; each asking takes one answer. */
    boolean used(UUID analyst, List<StaffFactorRows.Row> theirs, Secret json) {
        return theirs.stream()
                .filter(this::waits)
                .map(StaffFactorRows.Row::asked)
                .filter(Objects::nonNull)
                .findFirst()
                .flatMap(
                        asked ->
                                webAuthn.used(asked, json, kept(theirs))
                                        .filter(
                                                used ->
                                                        rows.answered(
                                                                analyst,
                                                                used.passkey(),
                                                                asked,
                                                                used.count())))
                .isPresent();
    }

    private boolean waits(StaffFactorRows.Row passkey) {
        return passkey.askedAt() != null && passkey.askedAt().plus(ASKED).isAfter(clock.instant());
    }

    private static List<WebAuthn.Kept> kept(List<StaffFactorRows.Row> theirs) {
        return theirs.stream()
                .filter(StaffFactorRows.Row::confirmed)
                .filter(row -> row.credential() != null)
                .map(
                        row ->
                                new WebAuthn.Kept(
                                        row.id(),
                                        Objects.requireNonNull(row.credential()),
                                        row.guard().used()))
                .toList();
    }
}
