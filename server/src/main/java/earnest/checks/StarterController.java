package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.codes.RecoveryCode;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;

import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.UUID;

/** A lead has a code for somebody's first day. */
@RestController
class StarterController {
    /** As rules name those of whom more is asked. */
    private static final String PRIVILEGED = "privileged";

    @Schema(name = "StarterToWelcome")
    record ToWelcome(@NotNull UUID person) {}

    /**
     * What is shown once. Its own text form would show it.
     *
     * @param code twelve digits in groups
     */
    @Schema(name = "StarterCodeMade")
    record Made(String code, Instant until) {
        @Override
        public String toString() {
            return "(code)";
        }
    }

    private final StarterCodes codes;
    private final People people;
    private final TheRecord record;
    private final Writes writes;

    StarterController(StarterCodes codes, People people, TheRecord record, Writes writes) {
        this.codes = codes;
        this.people = people;
        this.record = record;
        this.writes = writes;
    }

    @ApiCall(
            id = "welcomeStarter",
            summary = "Makes the code by which somebody sets up what proves them before day one.",
            more =
                    "Shown once, good once, for a week, and only while they never had anything set"
                        + " up. Whoever makes it vouches for whoever is given it, and shows first"
                        + " that it is they.",
            refuses = {"403 prove-again", "403 about-yourself", "409 not-a-starter", "409 gone"},
            example = "{\"person\": \"0199c0de-0000-7000-8000-000000000001\"}")
    @PostMapping("/api/starters")
    ResponseEntity<Made> welcome(SignedIn me, @Valid @RequestBody ToWelcome wanted) {
        me.must(Right.WELCOME_STARTERS);
        me.mustBeFresh();
        StarterCodes.Made made = writes.get(() -> made(me, wanted.person()));
        try (Secret code = made.code();
                Secret grouped = RecoveryCode.grouped(code)) {
            return ResponseEntity.ok()
                    .cacheControl(CacheControl.noStore())
                    .body(new Made(grouped.open(String::new), made.until()));
        }
    }

    private StarterCodes.Made made(SignedIn me, UUID id) {
        people.lock(id);
        People.Person person = people.person(id).orElseThrow(() -> Problem.unknown("person"));
        if (person.account().equals(me.ownAccount())) {
            throw new Problem(
                    403, "about-yourself", "This is about your own account. Ask a colleague.");
        }
        if (person.gone()) {
            throw new Problem(
                    409, "gone", "The directory does not have them any more. Ask who hired them.");
        }
        if (people.groups(id).contains(PRIVILEGED)) {
            // One lead alone would make somebody of whom more is asked than of others.
            throw new Problem(
                    409,
                    "not-a-starter",
                    "They are privileged. What proves them is set up after a badge at the"
                            + " counter.");
        }
        StarterCodes.Made made = codes.make(id, me.id());
        record.append(
                Entry.by(EntryKind.STARTER_WELCOMED, me.id(), me.name())
                        .person(id, person.name())
                        .data("code", made.id().toString()));
        return made;
    }
}
