package earnest.reports.coverage;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.checks.Prospects;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.selfservice.Inviting;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Who could prove themselves today; the others are invited to set up what proves them. */
@RestController
class CoverageController {
    private static final int MOST_SHOWN = 100;
    private static final int MOST_INVITED = 200;

    /** So long after an invitation nobody is invited again by the many. */
    private static final Duration RESTS = Duration.ofDays(7);

    /**
     * Who could.
     *
     * @param actions that rules name
     * @param groups most people who could not first
     * @param rest who could not, by name, at most 100
     * @param invitable how many of them were not invited within a week
     */
    @Schema(name = "Coverage")
    record Answer(
            int people,
            int could,
            List<String> actions,
            List<Together> groups,
            List<One> rest,
            int invitable) {}

    /** People of one vessel, port or group; its id is empty where they have none. */
    @Schema(name = "CoverageTogether")
    record Together(String id, int people, int could) {}

    /**
     * Somebody who could not.
     *
     * @param invitedAt when they were last invited, or null: never
     */
    @Schema(name = "CoverageOfPerson")
    record One(UUID id, String name, String account, String place, @Nullable Instant invitedAt) {}

    /**
     * Who is to be invited.
     *
     * @param group of these alone, by its id; null: all who could not
     */
    @Schema(name = "CoverageToInvite")
    record ToInvite(
            @NotBlank @Size(max = 40) String action,
            @NotBlank @Size(max = 40) String system,
            @NotBlank @Size(max = 10) String by,
            @Nullable @Size(max = 200) String group) {}

    /**
     * How many were.
     *
     * @param unreached nothing reaches them
     * @param left to be invited by another press
     */
    @Schema(name = "CoverageInvited")
    record Invited(int invited, int unreached, int left) {}

    private final Coverage coverage;
    private final Prospects prospects;
    private final Inviting inviting;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    CoverageController(
            Coverage coverage,
            Prospects prospects,
            Inviting inviting,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.coverage = coverage;
        this.prospects = prospects;
        this.inviting = inviting;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    @ApiCall(
            id = "coverage",
            summary =
                    "Says who could prove themselves today, by vessel, port or group, and who could"
                            + " not.",
            more =
                    "On a call, by what they have themselves: a badge at the counter, and a"
                            + " colleague or manager who vouches, are left out. By the rulebook in"
                            + " force. The reading is an entry of the record.",
            asked = {
                "action=unlock: for what, as rules name it",
                "system=directory: of which system",
                "by=vessel: vessel, port or group",
                "group=: the people of this one alone, by its id; left out, all"
            },
            refuses = {"422 invalid"})
    @GetMapping("/api/reports/coverage")
    Answer coverage(
            SignedIn me,
            @RequestParam String action,
            @RequestParam String system,
            @RequestParam String by,
            @RequestParam @Nullable String group) {
        me.must(Right.READ_RECORD);
        Coverage.Asked asked = asked(action, system, by);
        Coverage.Answer answer = coverage.answer(asked);
        List<CoverageRows.Somebody> rest = of(answer.rest(), asked.by(), group);
        writes.run(
                () ->
                        record.append(
                                Entry.by(EntryKind.REPORT_READ, me.id(), me.name())
                                        .data("report", "who could prove themselves: " + action)
                                        .data("by", by)));
        return new Answer(
                answer.all().people(),
                answer.all().could(),
                List.copyOf(prospects.actions()),
                answer.groups().entrySet().stream()
                        .sorted(
                                Comparator.comparingInt(
                                                (Map.Entry<String, Coverage.Counted> one) ->
                                                        one.getValue().could()
                                                                - one.getValue().people())
                                        .thenComparing(Map.Entry::getKey))
                        .map(
                                one ->
                                        new Together(
                                                one.getKey(),
                                                one.getValue().people(),
                                                one.getValue().could()))
                        .toList(),
                rest.stream()
                        .limit(MOST_SHOWN)
                        .map(
                                one ->
                                        new One(
                                                one.id(),
                                                one.name(),
                                                one.account(),
                                                place(one),
                                                one.invitedAt()))
                        .toList(),
                (int) rest.stream().filter(this::rested).count());
    }

    private Coverage.Asked asked(String action, String system, String by) {
        if (!prospects.actions().contains(action)) {
            throw Problem.invalid(
                    "The rules name: %s.".formatted(String.join(", ", prospects.actions())));
        }
        Coverage.By grouping =
                switch (by) {
                    case "vessel" -> Coverage.By.VESSEL;
                    case "port" -> Coverage.By.PORT;
                    case "group" -> Coverage.By.GROUP;
                    default ->
                            throw Problem.invalid("It is put together by vessel, port or group.");
                };
        return new Coverage.Asked(action, system, grouping);
    }

    private static String place(CoverageRows.Somebody one) {
        return Stream.of(one.vessel(), one.port())
                .filter(words -> !words.isEmpty())
                .collect(Collectors.joining(", "));
    }

    private static List<CoverageRows.Somebody> of(
            List<CoverageRows.Somebody> rest, Coverage.By by, @Nullable String group) {
        return group == null
                ? rest
                : rest.stream().filter(one -> Coverage.of(one, by).contains(group)).toList();
    }

    private boolean rested(CoverageRows.Somebody one) {
        Instant at = one.invitedAt();
        return at == null || at.isBefore(clock.instant().minus(RESTS));
    }

    @ApiCall(
            id = "inviteTheRest",
            summary = "Invites who could not prove themselves to set up what proves them.",
            more =
                    "At most 200 at a time, and nobody twice in a week. An invitation proves"
                        + " nothing: whoever follows it proves themselves first. Each is an entry"
                        + " of the record.",
            refuses = {"422 invalid"},
            example =
                    "{\"action\": \"temporary-password\", \"system\": \"directory\", \"by\":"
                            + " \"vessel\", \"group\": \"MV Knot\"}")
    @PostMapping("/api/reports/coverage/invitations")
    Invited invite(SignedIn me, @Valid @RequestBody ToInvite wanted) {
        me.must(Right.SET_RULES);
        Coverage.Asked asked = asked(wanted.action(), wanted.system(), wanted.by());
        List<CoverageRows.Somebody> rest =
                of(coverage.answer(asked).rest(), asked.by(), wanted.group()).stream()
                        .filter(this::rested)
                        .toList();
        int invited = 0;
        int tried = 0;
        for (CoverageRows.Somebody one : rest) {
            if (invited == MOST_INVITED) {
                break;
            }
            tried++;
            // Each by itself: what was sent stays sent, whatever becomes of the others.
            invited += writes.get(() -> inviting.invite(one.id(), null, me)) ? 1 : 0;
        }
        return new Invited(invited, tried - invited, rest.size() - tried);
    }
}
