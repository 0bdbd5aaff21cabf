package earnest.reports;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Worded;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;

/** Questions about many tickets. Each reading is an entry of the record. */
@RestController
class ReportController {
    private static final int MOST = 100;

    /**
     * How long it takes.
     *
     * @param all of the whole time
     * @param others tickets of that time on which nobody came in again, or not yet
     * @param before the same over as long a time before
     * @param groups most cases first
     * @param slowest the cases behind it, slowest first, at most 100
     */
    @Schema(name = "HowLong")
    record Answer(
            Spread all, int others, Spread before, List<Group> groups, List<CaseShown> slowest) {}

    /** Cases that have the channel or the ways of proof in common. */
    @Schema(name = "CasesTogether")
    record Group(String id, String words, Spread spread) {}

    /**
     * A case.
     *
     * @param number of the ticket, as people know it
     * @param ways how they were proved, in words
     * @param seconds from coming to being in
     */
    @Schema(name = "CaseOnReport")
    record CaseShown(
            UUID ticket, String number, String channel, String ways, Instant began, long seconds) {}

    private final HowLong howLong;
    private final TheRecord record;
    private final Writes writes;

    ReportController(HowLong howLong, TheRecord record, Writes writes) {
        this.howLong = howLong;
        this.record = record;
        this.writes = writes;
    }

    @ApiCall(
            id = "howLong",
            summary =
                    "Says how many came in again and how long it took, by channel or way of proof.",
            more =
                    "From coming to being in: who was given a password is in when they used it, who"
                            + " was unlocked at once. Half and nine in ten are by nearest rank. The"
                            + " reading is an entry of the record.",
            asked = {
                "by=way: channel or way",
                "since=2026-11-01T00:00:00Z: tickets that began from then on",
                "until=2026-12-01T00:00:00Z: tickets that began before then",
                "group=: the cases of this group alone, by its id; left out, of all"
            },
            refuses = {"404 unknown", "422 invalid"})
    @GetMapping("/api/reports/how-long")
    Answer howLong(
            SignedIn me,
            @RequestParam String by,
            @RequestParam Instant since,
            @RequestParam Instant until,
            @RequestParam @Nullable String group) {
        HowLong.Grouping grouping = grouping(me, by);
        HowLong.Cases cases = howLong.cases(grouping, since, until);
        Instant earlier = since.minus(Duration.between(since, until));
        HowLong.Cases before = howLong.cases(grouping, earlier, since);
        List<Case> of = cases.of(group);
        read(me, grouping, since, until, group);
        return new Answer(
                Spread.of(cases.all()),
                cases.others(),
                Spread.of(before.all()),
                cases.groups().entrySet().stream()
                        .map(
                                one ->
                                        new Group(
                                                one.getKey(),
                                                howLong.words(grouping, one.getKey()),
                                                Spread.of(one.getValue())))
                        .toList(),
                slowest(of).stream().limit(MOST).map(one -> shown(one, cases.labels())).toList());
    }

    private static List<Case> slowest(List<Case> cases) {
        return cases.stream()
                .sorted(
                        Comparator.comparingLong((Case one) -> -one.seconds())
                                .thenComparing(Case::began))
                .toList();
    }

    private CaseShown shown(Case one, Map<UUID, Tickets.Label> labels) {
        Tickets.Label label = Objects.requireNonNull(labels.get(one.ticket()));
        return new CaseShown(
                one.ticket(),
                "T-" + label.number(),
                howLong.words(HowLong.Grouping.CHANNEL, label.channel()),
                HowLong.wayWords(String.join("+", one.ways())),
                one.began(),
                one.seconds());
    }

    @ApiCall(
            id = "howLongCsv",
            summary = "Gives exactly the cases behind it as a table.",
            asked = {
                "by=way: channel or way",
                "since=2026-11-01T00:00:00Z: tickets that began from then on",
                "until=2026-12-01T00:00:00Z: tickets that began before then",
                "group=: the cases of this group alone, by its id; left out, of all"
            },
            files = {"text/csv"},
            refuses = {"404 unknown", "422 invalid"})
    @GetMapping("/api/reports/how-long.csv")
    ResponseEntity<String> csv(
            SignedIn me,
            @RequestParam String by,
            @RequestParam Instant since,
            @RequestParam Instant until,
            @RequestParam @Nullable String group) {
        HowLong.Grouping grouping = grouping(me, by);
        HowLong.Cases cases = howLong.cases(grouping, since, until);
        List<Case> of = cases.of(group);
        read(me, grouping, since, until, group);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv;charset=utf-8"))
                .cacheControl(CacheControl.noStore())
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"how-long.csv\"")
                .header("X-Earnest-Entries", String.valueOf(of.size()))
                .body(CasesCsv.write(slowest(of), cases.labels()));
    }

    private static HowLong.Grouping grouping(SignedIn me, String by) {
        me.must(Right.READ_RECORD);
        return Worded.find(HowLong.Grouping.class, by)
                .orElseThrow(() -> Problem.invalid("Cases are put together by channel or way."));
    }

    private void read(
            SignedIn me,
            HowLong.Grouping by,
            Instant since,
            Instant until,
            @Nullable String group) {
        writes.run(
                () ->
                        record.append(
                                Entry.by(EntryKind.REPORT_READ, me.id(), me.name())
                                        .data("report", "how long it takes")
                                        .data("by", by.word())
                                        .data("since", since.toString())
                                        .data("until", until.toString())
                                        .data("group", group)));
    }
}
