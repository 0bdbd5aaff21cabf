package earnest.audit;

import earnest.access.Right;
import earnest.access.SecondPersons;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.Erasures;
import earnest.record.TheRecord;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** Erasing what names a person on the record: one asks and says why, another agrees. */
@RestController
class ErasureController {
    record ErasureWanted(@NotNull UUID person, @NotBlank @Size(max = 400) String reason) {}

    record ErasureAnswer(boolean agreed) {}

    /**
     * One that waits for a second person.
     *
     * @param name of the person, or null when the directory knows them no more
     * @param values how many values would go now
     * @param mine asked by whoever looks, who cannot agree to it
     */
    record Erasure(
            UUID id,
            UUID person,
            @Nullable String name,
            String reason,
            String askedBy,
            Instant askedAt,
            long values,
            boolean mine) {}

    private final Erasures erasures;
    private final SecondPersons seconds;
    private final People people;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    ErasureController(
            Erasures erasures,
            SecondPersons seconds,
            People people,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.erasures = erasures;
        this.seconds = seconds;
        this.people = people;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    @ApiCall(
            id = "erasures",
            summary = "Lists what was asked to be erased and waits for a second person.")
    @GetMapping("/api/record/erasures")
    List<Erasure> waiting(SignedIn me) {
        me.must(Right.ERASE_PERSONAL);
        return erasures.waiting().stream()
                .map(
                        asked ->
                                new Erasure(
                                        asked.id(),
                                        asked.person(),
                                        people.person(asked.person())
                                                .map(People.Person::name)
                                                .orElse(null),
                                        asked.reason(),
                                        asked.askedByName(),
                                        asked.askedAt(),
                                        asked.values(),
                                        asked.askedBy().equals(me.id())))
                .toList();
    }

    @ApiCall(
            id = "askToErase",
            summary = "Asks for what names a person to be erased from the record.",
            more =
                    "What names the person is taken out of the record once a second person "
                            + "agreed; the entries stay, and their proofs hold.",
            refuses = {"404 unknown"},
            example =
                    "{\"person\": \"0199c0de-0000-7000-8000-000000000001\", \"reason\": "
                            + "\"Left; asked for it by letter.\"}")
    @PostMapping("/api/record/erasures")
    @ResponseStatus(HttpStatus.CREATED)
    void ask(SignedIn me, @Valid @RequestBody ErasureWanted wanted) {
        me.must(Right.ERASE_PERSONAL);
        if (people.person(wanted.person()).isEmpty()) {
            throw Problem.unknown("person");
        }
        writes.run(
                () -> {
                    UUID id = ids.next();
                    erasures.ask(
                            id,
                            wanted.person(),
                            wanted.reason(),
                            me.id(),
                            me.name(),
                            clock.instant());
                    record.append(
                            Entry.by(EntryKind.ERASURE_ASKED, me.id(), me.name())
                                    .data("erasure", id.toString())
                                    .data("askedPerson", wanted.person().toString())
                                    .personal("reason", wanted.reason()));
                });
    }

    /** Agreeing erases at once and for good; whoever asked can only take it back. */
    @ApiCall(
            id = "answerErasure",
            summary = "A second person agrees to an erasure, or does not.",
            refuses = {"403 needs-second-person", "409 decided"},
            example = "{\"agreed\": true}")
    @PostMapping("/api/record/erasures/{erasure}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(SignedIn me, @PathVariable UUID erasure, @Valid @RequestBody ErasureAnswer answer) {
        me.must(Right.ERASE_PERSONAL);
        try {
            writes.run(() -> answered(me, erasure, answer.agreed()));
        } catch (DuplicateKeyException e) {
            throw decided();
        }
    }

    private void answered(SignedIn me, UUID erasure, boolean agreed) {
        Erasures.Asked asked =
                erasures.of(erasure).orElseThrow(() -> Problem.unknown("asking to erase"));
        if (asked.answered() != null) {
            throw decided();
        }
        if (agreed && !seconds.mayAgree(me.id(), asked.askedBy())) {
            throw new Problem(
                    403,
                    "needs-second-person",
                    "You asked for this yourself, or one of you made the other lately. Somebody"
                            + " else who may erase must agree.");
        }
        erasures.answer(erasure, agreed, me.id(), clock.instant());
        EntryKind kind = agreed ? EntryKind.ERASURE_DONE : EntryKind.ERASURE_REFUSED;
        record.append(
                Entry.by(kind, me.id(), me.name())
                        .data("erasure", erasure.toString())
                        .data("askedPerson", asked.person().toString())
                        .data("values", agreed ? asked.values() : null));
    }

    private static Problem decided() {
        return new Problem(409, "decided", "Somebody decided on this already.");
    }
}
