package earnest.selfservice;

import earnest.ground.ApiCall;
import earnest.ground.Writes;
import earnest.people.News;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What somebody wants to be told, on a page of their own, once enough is proved. */
@RestController
class OwnNewsController {
    /**
     * What is told.
     *
     * @param proofs each time somebody proves to be them
     * @param invitations when they are invited to set up what proves them
     */
    @Schema(name = "OwnNews")
    record Shown(@NotNull Boolean proofs, @NotNull Boolean invitations) {}

    private final OwnSteps steps;
    private final People people;
    private final TheRecord record;
    private final Writes writes;
    private final EvenTime time;

    OwnNewsController(
            OwnSteps steps, People people, TheRecord record, Writes writes, EvenTime time) {
        this.steps = steps;
        this.people = people;
        this.record = record;
        this.writes = writes;
        this.time = time;
    }

    @ApiCall(
            id = "ownNews",
            summary = "Says what the person of the page wants to be told.",
            more = "Changes of their accounts, contacts and proofs are always told.",
            refuses = {"403 not-sure-enough", "401 page-over", "409 page-over", "409 moved-on"})
    @GetMapping("/api/own/news")
    Shown news(HttpServletRequest request) {
        return time.answer(
                () -> {
                    News news =
                            people.person(steps.proved(request).person())
                                    .map(People.Person::news)
                                    .orElse(News.USUAL);
                    return new Shown(news.proofs(), news.invitations());
                });
    }

    @ApiCall(
            id = "putOwnNews",
            summary = "Sets what the person of the page wants to be told.",
            more =
                    "Changes of their accounts, contacts and proofs are told all the same: nobody"
                            + " who got in can keep that from them.",
            refuses = {"403 not-sure-enough", "401 page-over", "409 page-over", "409 moved-on"},
            example = "{\"proofs\": true, \"invitations\": false}")
    @PutMapping("/api/own/news")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@Valid @RequestBody Shown given, HttpServletRequest request) {
        time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.proved(request);
                    writes.run(() -> set(step, new News(given.proofs(), given.invitations())));
                    return true;
                });
    }

    private void set(OwnSteps.Step step, News news) {
        people.tell(step.person(), news);
        String name = people.person(step.person()).map(People.Person::name).orElse("The person");
        record.append(
                Entry.byPerson(EntryKind.NEWS_SET, step.person(), name)
                        .ticket(step.ticket(), null)
                        .person(step.person(), name)
                        .data("proofs", news.proofs() ? "yes" : "no")
                        .data("invitations", news.invitations() ? "yes" : "no"));
    }
}
