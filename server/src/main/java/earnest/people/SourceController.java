package earnest.people;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.json.Json;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Systems;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import tools.jackson.databind.json.JsonMapper;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Setting up where people come from. */
@RestController
class SourceController {
    private static final String ID = "[a-z0-9-]{1,40}";
    private static final int A_DAY = 24 * 60 * 60;

    /**
     * A source as it is to be.
     *
     * @param system id of the system that names the people, whose accounts are theirs
     * @param mapping where the system keeps them, and in what; by the system's kind
     * @param sameBy {@code nothing, staff-number, mail}: by what somebody whom another source named
     *     already is known to be the same
     * @param believedGone so many people may always be gone at once
     */
    record PeopleSourceSettings(
            @NotBlank @Size(max = 40) String system,
            int position,
            @NotNull Map<String, Object> mapping,
            @NotNull @Pattern(regexp = "nothing|staff-number|mail") String sameBy,
            @Min(10) @Max(A_DAY) int wholeEverySeconds,
            @Min(1) @Max(A_DAY) int changesEverySeconds,
            @Min(0) @Max(1_000_000) int believedGone) {}

    /** A source as it is set up. */
    record PeopleSourceSetUp(String id, PeopleSourceSettings settings) {}

    private final SourceRows sources;
    private final PersonWriter people;
    private final Systems systems;
    private final TheRecord record;
    private final Writes writes;

    SourceController(
            SourceRows sources,
            PersonWriter people,
            Systems systems,
            TheRecord record,
            Writes writes) {
        this.sources = sources;
        this.people = people;
        this.systems = systems;
        this.record = record;
        this.writes = writes;
    }

    @ApiCall(
            id = "peopleSources",
            summary = "Lists where people come from, in the order in which they name somebody.")
    @GetMapping("/api/people-sources")
    List<PeopleSourceSetUp> all(SignedIn me) {
        me.must(Right.SET_UP);
        return sources.all().stream()
                .map(row -> new PeopleSourceSetUp(row.id(), settings(row)))
                .toList();
    }

    private static PeopleSourceSettings settings(SourceRow row) {
        return new PeopleSourceSettings(
                row.system(),
                row.position(),
                Objects.requireNonNull(Json.object(Json.read(row.mapping()))),
                row.sameBy().id(),
                (int) row.wholeEvery().toSeconds(),
                (int) row.changesEvery().toSeconds(),
                row.believedGone());
    }

    /** Sets one up, or changes it; its people are copied from now on. */
    @ApiCall(
            id = "putPeopleSource",
            summary = "Sets up where people come from, or changes it.",
            more =
                    "`sameBy` says by what a person of this source is known to be one of another:"
                            + " `nothing`, `mail` or `staff-number`. More people gone at once than"
                            + " `believedGone` are not believed until it is raised.",
            example =
                    "{\"system\": \"harbour\", \"position\": 2, \"mapping\": {\"peopleBase\":"
                        + " \"ou=people,dc=example\", \"account\": \"uid\", \"names\": [\"cn\"]},"
                        + " \"sameBy\": \"nothing\", \"wholeEverySeconds\": 900,"
                        + " \"changesEverySeconds\": 30, \"believedGone\": 20}")
    @PutMapping("/api/people-sources/{source}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void put(
            SignedIn me,
            @PathVariable String source,
            @Valid @RequestBody PeopleSourceSettings wanted) {
        me.must(Right.SET_UP);
        if (!source.matches(ID)) {
            throw Problem.invalid(
                    "A source's id is small letters, digits and hyphens, 40 at most.");
        }
        String mapping = JsonMapper.shared().writeValueAsString(wanted.mapping());
        systems.people(wanted.system(), Objects.requireNonNull(Json.object(Json.read(mapping))));
        writes.run(
                () -> {
                    sources.put(
                            new SourceRow(
                                    source,
                                    wanted.system(),
                                    wanted.position(),
                                    mapping,
                                    SameBy.of(wanted.sameBy()),
                                    Duration.ofSeconds(wanted.wholeEverySeconds()),
                                    Duration.ofSeconds(wanted.changesEverySeconds()),
                                    wanted.believedGone(),
                                    0));
                    record.append(
                            Entry.by(EntryKind.SOURCE_SET_UP, me.id(), me.name())
                                    .data("sourceName", source)
                                    .data("system", wanted.system()));
                });
    }

    /** Takes one away: its people stay on the record, and are gone. */
    @ApiCall(
            id = "removePeopleSource",
            summary = "Takes a source away; whom no other source knows are gone with it.")
    @DeleteMapping("/api/people-sources/{source}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(SignedIn me, @PathVariable String source) {
        me.must(Right.SET_UP);
        writes.run(
                () -> {
                    SourceRow row =
                            sources.all().stream()
                                    .filter(one -> one.id().equals(source))
                                    .findFirst()
                                    .orElseThrow(() -> Problem.unknown("source of people"));
                    sources.remove(source);
                    record.append(
                            Entry.by(EntryKind.SOURCE_TAKEN_AWAY, me.id(), me.name())
                                    .data("sourceName", source)
                                    .data("people", people.allGone(row)));
                });
    }
}
