package earnest.demo.past;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.core.decisions.DecisionCheck;
import earnest.testkit.Desk;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** The days before a demo are made up, and still every decision in them stands up to the rules. */
@ExtendWith(App.Running.class)
class PastTest {
    private static final int DAYS = 9;

    private final App app;

    PastTest(App app) {
        this.app = app;
    }

    private record Brought(String leaf, JsonNode fields) {
        String kind() {
            return fields.get("kind").asString();
        }

        Instant at() {
            return Instant.parse(fields.get("at").asString());
        }
    }

    private List<Brought> brought() {
        return app
                .database()
                .sql(
                        "select leaf from entry where leaf like '%past-brought-in%' and kind <>"
                                + " 'past-brought-in' order by id")
                .query(String.class)
                .list()
                .stream()
                .map(leaf -> new Brought(leaf, JsonMapper.shared().readTree(leaf)))
                .toList();
    }

    @Test
    void ninetyDaysOfItFitTheRecordAndAreTheSameEachTime() {
        LocalDate end = LocalDate.parse("2026-11-23");
        List<Calls.Call> calls = Calls.before(end, 90, 1_900, 3);
        assertThat(calls).isEqualTo(Calls.before(end, 90, 1_900, 3));
        // Some twenty entries each, and twenty thousand at most.
        assertThat(calls).hasSizeBetween(450, 900);
        assertThat(calls.getFirst().at()).isAfter(Instant.parse("2026-08-25T00:00:00Z"));
        assertThat(calls.getLast().at()).isBefore(Instant.parse("2026-11-23T00:00:00Z"));
        assertThat(calls.stream().map(Calls.Call::kind).collect(Collectors.toSet()))
                .containsExactlyInAnyOrder(Calls.Kind.values());
    }

    @Test
    void everyDecisionInItIsJudgedAgainAndItIsMarked() {
        Past past = app.bean(Past.class);
        List<Whom> people = app.bean(PastRows.class).people();
        boolean whole = false;
        for (int steps = 0; steps < 30 && !whole; steps++) {
            whole = past.some(people, DAYS);
        }
        assertThat(whole).isTrue();
        List<Brought> brought = brought();
        Instant began =
                app.database()
                        .sql("select min(at) from entry where kind = 'rulebook-in-force'")
                        .query(java.sql.Timestamp.class)
                        .single()
                        .toInstant();
        assertThat(brought)
                .hasSizeGreaterThan(300)
                .allSatisfy(one -> assertThat(one.at()).isBefore(began));
        Set<String> kinds = brought.stream().map(Brought::kind).collect(Collectors.toSet());
        assertThat(kinds)
                .contains("change-took-effect", "change-not-allowed", "check-passed", "person-in");

        DecisionCheck check = new DecisionCheck();
        check.entry(0, rulebook());
        List<DecisionCheck.Judged> judged = new ArrayList<>();
        for (int i = 0; i < brought.size(); i++) {
            check.entry(i + 1, brought.get(i).leaf()).ifPresent(judged::add);
        }
        assertThat(judged)
                .hasSizeGreaterThan(60)
                .allSatisfy(one -> assertThat(one.allowed()).as(one.words()).isTrue());

        Desk tove = app.desk("tove.rask");
        String ticket =
                app.database()
                        .sql("select id from ticket where number < 1042 order by number limit 1")
                        .query(java.util.UUID.class)
                        .single()
                        .toString();
        JsonNode page = tove.page(ticket);
        assertThat(page.at("/ticket/state").asString()).isEqualTo("CLOSED");
        assertThat(page.at("/ticket/summary").asString()).startsWith("The caller said they are");
        assertThat(page.get("tape").isEmpty()).isFalse();
    }

    /** As it stands on the record from the first start. */
    private String rulebook() {
        return app.database()
                .sql(
                        "select leaf from entry where kind = 'rulebook-in-force' order by id limit"
                                + " 1")
                .query(String.class)
                .single();
    }
}
