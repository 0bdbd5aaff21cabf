package earnest.selfservice;

import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.people.SpokenWith;
import earnest.people.Wishes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.Arrays;
import java.util.List;
import java.util.UUID;

/** How somebody wants to be spoken with, on a page of their own, once enough is proved. */
@RestController
class OwnWishesController {
    /** One that can be chosen. */
    @Schema(name = "OwnWishChoice")
    record Choice(String id, String label) {}

    /**
     * What is wished for, and what can be.
     *
     * @param how null: just so
     * @param language null: none in particular
     */
    @Schema(name = "OwnWishes")
    record Shown(
            @Nullable String how,
            @Nullable String language,
            List<Choice> hows,
            List<Choice> languages) {}

    @Schema(name = "OwnWishesToSet")
    record ToSet(@Nullable @Size(max = 20) String how, @Nullable @Size(max = 8) String language) {}

    private final OwnSteps steps;
    private final People people;
    private final TheRecord record;
    private final Writes writes;
    private final EvenTime time;

    OwnWishesController(
            OwnSteps steps, People people, TheRecord record, Writes writes, EvenTime time) {
        this.steps = steps;
        this.people = people;
        this.record = record;
        this.writes = writes;
        this.time = time;
    }

    @ApiCall(
            id = "ownWishes",
            summary = "Says how the person of the page wants to be spoken with.",
            refuses = {"403 not-sure-enough", "401 page-over", "409 page-over", "409 moved-on"})
    @GetMapping("/api/own/wishes")
    Shown wishes(HttpServletRequest request) {
        return time.answer(() -> shown(steps.proved(request).person()));
    }

    private Shown shown(UUID person) {
        Wishes wishes =
                people.person(person)
                        .map(People.Person::wishes)
                        .orElseGet(() -> new Wishes(null, null));
        return new Shown(
                wishes.how() == null ? null : wishes.how().id(),
                wishes.language(),
                Arrays.stream(SpokenWith.values())
                        .map(one -> new Choice(one.id(), one.label()))
                        .toList(),
                Wishes.LANGUAGES.stream().map(one -> new Choice(one, Wishes.called(one))).toList());
    }

    @ApiCall(
            id = "putOwnWishes",
            summary = "Sets how the person of the page wants to be spoken with.",
            more =
                    "It is the first that an analyst reads, and is never held against them. Where"
                            + " somebody else hears it, no password is spoken.",
            refuses = {"403 not-sure-enough", "401 page-over", "409 page-over", "409 moved-on"},
            example = "{\"how\": \"slowly\", \"language\": \"pl\"}")
    @PutMapping("/api/own/wishes")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@Valid @RequestBody ToSet given, HttpServletRequest request) {
        time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.proved(request);
                    Wishes wishes = new Wishes(how(given.how()), language(given.language()));
                    writes.run(() -> set(step, wishes));
                    return true;
                });
    }

    private void set(OwnSteps.Step step, Wishes wishes) {
        people.wish(step.person(), wishes);
        String name = people.person(step.person()).map(People.Person::name).orElse("The person");
        record.append(
                Entry.byPerson(EntryKind.WISHES_SET, step.person(), name)
                        .ticket(step.ticket(), null)
                        .person(step.person(), name));
    }

    private static @Nullable SpokenWith how(@Nullable String id) {
        return id == null
                ? null
                : SpokenWith.of(id)
                        .orElseThrow(() -> Problem.invalid("That is no way to be spoken with."));
    }

    private static @Nullable String language(@Nullable String id) {
        if (id != null && !Wishes.LANGUAGES.contains(id)) {
            throw Problem.invalid("That language is not among those that can be chosen.");
        }
        return id;
    }
}
