package earnest.demo.past;

import earnest.core.assurance.Rulebook;
import earnest.core.assurance.RulebookFile;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.ground.Ids;
import earnest.ground.Routine;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;

/**
 * Brings in the days before a demo began, a few tickets at a time while one plays already, and goes
 * on where it was broken off. Off where {@code earnest.demo.past-days} is 0.
 */
@Component
@ConditionalOnProperty(name = "earnest.demo.enabled", havingValue = "true")
class Past implements Routine {
    private static final String RULEBOOK = "careful";

    /** That rulebook's version; once another is in force there is nothing to be judged by. */
    private static final long VERSION = 1;

    private static final int AT_ONCE = 10;
    private static final Duration BETWEEN = Duration.ofMillis(150);
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(2);
    private static final Duration NEVER_AGAIN = Duration.ofDays(365);

    private final int days;
    private final PastRows rows;
    private final PastRecord written;
    private final TheRecord record;
    private final Writes writes;
    private final Ids ids;

    Past(
            @Value("${earnest.demo.past-days:0}") int days,
            PastRows rows,
            PastRecord written,
            TheRecord record,
            Writes writes,
            Ids ids) {
        this.days = days;
        this.rows = rows;
        this.written = written;
        this.record = record;
        this.writes = writes;
        this.ids = ids;
    }

    @Override
    public String name() {
        return "demo-past";
    }

    @Override
    public Duration run() {
        if (days == 0 || rows.whole() || rows.rulebook() != VERSION) {
            return NEVER_AGAIN;
        }
        List<Whom> people = rows.people();
        boolean enrolled = people.stream().anyMatch(whom -> whom.device() != null);
        if (!enrolled) {
            return LOOKS_EVERY;
        }
        return some(people, days) ? NEVER_AGAIN : BETWEEN;
    }

    /**
     * Brings in the next few.
     *
     * @return whether that was all
     */
    boolean some(List<Whom> people, int before) {
        LocalDate end = rows.began().orElseThrow().atZone(ZoneOffset.UTC).toLocalDate();
        List<PastRecord.Holder> holders = rows.holders();
        List<Calls.Call> calls = Calls.before(end, before, people.size(), holders.size());
        int there = rows.there();
        int past = Math.min(calls.size(), there + AT_ONCE);
        Rulebook rules = rules();
        writes.run(
                () -> {
                    for (int i = there; i < past; i++) {
                        one(calls, i, people, holders, rules);
                    }
                    if (past == calls.size()) {
                        record.append(
                                Entry.byEarnest(EntryKind.PAST_BROUGHT_IN)
                                        .data("tickets", calls.size())
                                        .data("days", before));
                    }
                });
        return past == calls.size();
    }

    private void one(
            List<Calls.Call> calls,
            int i,
            List<Whom> people,
            List<PastRecord.Holder> holders,
            Rulebook rules) {
        Calls.Call call = calls.get(i);
        Whom whom = people.get(call.whom());
        PastRecord.Holder holder = holders.get(call.analyst());
        Story.Told told = new Story(rules, whom, call, holder.id().toString(), ids::next).tell();
        PastRecord.Ticket ticket =
                new PastRecord.Ticket(
                        ids.next(), whom, holder, call, told, RULEBOOK, VERSION, ids.next());
        Map<java.util.UUID, java.util.UUID> ended = written.write(ticket);
        rows.keep(ticket, PastRows.FIRST_LIVE - calls.size() + i, ended);
    }

    private static Rulebook rules() {
        ClassPathResource file = new ClassPathResource("rulebooks/" + RULEBOOK + ".json");
        try {
            return RulebookFile.read(
                    Fields.of("", Json.read(file.getContentAsString(StandardCharsets.UTF_8))));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
