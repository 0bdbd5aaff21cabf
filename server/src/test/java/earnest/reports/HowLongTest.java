package earnest.reports;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.time.Instant;
import java.util.stream.StreamSupport;

/** How long it takes is answered from the record, with the cases behind it. */
@ExtendWith(App.Running.class)
class HowLongTest {
    private final App app;

    HowLongTest(App app) {
        this.app = app;
    }

    private String asked(String by, String kind) {
        return "/api/reports/how-long%s?by=%s&since=%s&until=%s"
                .formatted(
                        kind,
                        by,
                        Instant.now().minus(Duration.ofHours(2)),
                        Instant.now().plus(Duration.ofHours(1)));
    }

    @Test
    void aTicketOnWhichSomebodyCameInIsACaseBehindTheNumber() {
        Desk tove = app.desk("tove.rask");
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String password = tove.readAloud(ticket);
        Http elif = app.desk("elif.hartono").api();
        int waiting = elif.get(asked("way", "")).ok().get("others").asInt();
        assertThat(waiting).isPositive();
        app.outside().signInAnew(account, password, "Another of my own 8");
        JsonNode way =
                Eventually.get(
                        "the case to be counted",
                        Duration.ofSeconds(40),
                        () -> {
                            JsonNode answer = elif.get(asked("way", "")).ok();
                            return StreamSupport.stream(answer.get("slowest").spliterator(), false)
                                    .filter(c -> c.get("ticket").asString().equals(ticket))
                                    .findFirst();
                        });
        assertThat(way.get("ways").asString()).isEqualTo("Harbour word");
        JsonNode answer = elif.get(asked("channel", "")).ok();
        assertThat(answer.get("groups").findValuesAsString("id")).contains("hatch");
        assertThat(answer.get("all").get("half").asLong())
                .isLessThanOrEqualTo(answer.get("all").get("nineInTen").asLong());

        Answer csv = elif.get(asked("way", ".csv"));
        assertThat(csv.status()).isEqualTo(200);
        assertThat(csv.text().lines().toList())
                .hasSize(answer.get("all").get("cases").asInt() + 1)
                .first()
                .isEqualTo("ticket,channel,began,ways,seconds,who,proof,change,handover,until-in");
        assertThat(csv.text()).contains(way.get("number").asString());
        assertThat(
                        app.database()
                                .sql("select count(*) from entry where kind = 'report-read'")
                                .query(Long.class)
                                .single())
                .isPositive();
    }

    @Test
    void whoHelpedThemselvesIsACaseOfTheirOwnChannel() {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.start(app.somebody()).ok();
        HarbourWord.proves(page);
        page.set("Copper-kettle-under-pier-7", "directory").ok();
        page.settled();
        Http elif = app.desk("elif.hartono").api();
        Eventually.waitFor(
                "the case to be counted",
                Duration.ofSeconds(40),
                () ->
                        elif.get(asked("channel", ""))
                                .ok()
                                .get("groups")
                                .findValuesAsString("id")
                                .contains("self-service"));
    }

    @Test
    void whatCannotBeAnsweredIsSaid() {
        Http elif = app.desk("elif.hartono").api();
        assertThat(elif.get(asked("moon", "")).status()).isEqualTo(422);
        assertThat(elif.get(asked("way", "") + "&group=nobody").status()).isEqualTo(404);
        assertThat(
                        elif.get(
                                        "/api/reports/how-long?by=way&since=2026-12-01T00:00:00Z"
                                                + "&until=2026-11-01T00:00:00Z")
                                .status())
                .isEqualTo(422);
        assertThat(app.http().get(asked("way", "")).status()).isEqualTo(401);
    }
}
