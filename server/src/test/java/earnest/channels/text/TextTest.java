package earnest.channels.text;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** A text brings what it carries once, whatever the gateway does, and says so. */
@ExtendWith(App.Running.class)
class TextTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    @BeforeEach
    void aTemporaryPasswordTookEffect(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
    }

    @AfterEach
    void gatewayUp() {
        outside.gateway("up");
    }

    private JsonNode handover() {
        return tove.page(ticket).get("handover").get("state");
    }

    private String state() {
        return handover().get("state").asString();
    }

    private Answer show() {
        return tove.api().post("/api/tickets/" + ticket + "/handover/show");
    }

    private long wrapped() {
        return app.database()
                .sql("select count(*) from wrapped_secret where ticket_id = :t")
                .param("t", UUID.fromString(ticket))
                .query(Long.class)
                .single();
    }

    private Answer byText() {
        String contact =
                tove.page(ticket).get("handover").get("contacts").get(0).get("id").asString();
        return tove.api()
                .post(
                        "/api/tickets/" + ticket + "/handover/route",
                        Map.of("route", "text", "contact", contact));
    }

    @Test
    void aTextCarriesItOnceAndThePageNeverShowsIt() {
        byText().ok();
        Eventually.waitFor("the text to arrive", () -> state().equals("arrived"));
        assertThat(show().problem()).isEqualTo("not-read-aloud");
        assertThat(byText().problem()).isEqualTo("handover-begun");
        assertThat(wrapped()).isZero();
        List<String> carried =
                outside.texts(account).stream()
                        .filter(t -> t.startsWith("Your temporary password is "))
                        .toList();
        assertThat(carried).hasSize(1);
        String password = carried.getFirst().substring(27, 39);
        assertThat(app.directory().changeOwn(account, password, "a sentence of my own 7"))
                .isEqualTo(ResultCode.SUCCESS);
    }

    @Test
    void aGatewayThatIsDownIsTriedAgainAndSaysSo() {
        outside.gateway("down");
        byText().ok();
        Eventually.waitFor(
                "the trouble to be shown",
                () -> handover().path("trouble").asString("").contains("out of order"));
        outside.gateway("up");
        Eventually.waitFor("the text to arrive", () -> state().equals("arrived"));
        assertThat(passwords()).isEqualTo(1);
    }

    @Test
    void aGatewayThatDoesNotAnswerIsAskedNotSentTwice() {
        outside.gateway("silent");
        byText().ok();
        Eventually.waitFor(
                "the silence to be shown",
                () -> handover().path("trouble").asString("").contains("no answer"));
        outside.gateway("up");
        Eventually.waitFor("the text to arrive", () -> state().equals("arrived"));
        assertThat(passwords()).isEqualTo(1);
    }

    private long passwords() {
        return outside.texts(account).stream()
                .filter(t -> t.startsWith("Your temporary password is "))
                .count();
    }

    @Test
    void thePersonIsToldThatAChangeWasMade() {
        Eventually.waitFor(
                "the person to be told",
                () ->
                        outside.texts(account).stream()
                                .anyMatch(t -> t.contains("If you did not ask for this")));
    }

    @Test
    void thePersonIsToldThatItRanOutUnused() {
        try (App.Later _ = app.later(Duration.ofMinutes(61))) {
            Eventually.waitFor("it to run out", () -> app.recorded(ticket, "handover-expired"));
        }
        Eventually.waitFor(
                "the person to be told",
                () -> outside.texts(account).stream().anyMatch(t -> t.contains("ran out unused")));
    }

    @Test
    void afterTheyLeftItIsNotSentEither() {
        app.leaves(ticket);
        Eventually.waitFor("them to be gone", () -> tove.standing(ticket) <= 0);
        assertThat(byText().problem()).isEqualTo("not-sure-enough");
    }

    /** A gateway that took it and then answers 502 has taken it. */
    @Test
    void aTextThatTheGatewayTookBeforeItFailedIsNotSentAgain() {
        outside.gateway("taken-then-failed");
        byText().ok();
        Eventually.waitFor("it to be asked about", () -> state().equals("arrived"));
        assertThat(
                        outside.texts(account).stream()
                                .filter(t -> t.startsWith("Your temporary password is ")))
                .hasSize(1);
    }

    @Test
    void aTextOfWhichNobodyCanTellIsNotCalledNotLeft() {
        outside.gateway("silent");
        byText().ok();
        Eventually.waitFor(
                "the gateway to take it",
                () ->
                        outside.texts(account).stream()
                                .anyMatch(t -> t.startsWith("Your temporary password is ")));
        outside.gateway("down");
        // No answer for five seconds, then asked about ten seconds later.
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            Eventually.get(
                    "it to be given up",
                    Duration.ofSeconds(45),
                    () -> Optional.of(state()).filter("unclear"::equals));
        }
        assertThat(tove.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                .isEqualTo("out-of-force");
        assertThat(app.recorded(ticket, "message-unclear")).isTrue();
    }

    @Test
    void aGatewayThatDripsHoldsUpNoChange() {
        String ticket = app.proved(tove, app.somebody());
        app.needs("code-by-text");
        outside.gateway("dripping");
        for (int i = 0; i < 6; i++) {
            String other = app.proved(tove, app.somebody());
            tove.begin(other, "code-by-text");
        }
        tove.api().post("/api/tickets/" + ticket + "/speak").ok();
        long begun = System.nanoTime();
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(8));
    }

    @Test
    void aNumberThatWasReplacedIsToldToo() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        // As if a thief had put another number there a moment ago.
        app.database()
                .sql(
                        "insert into contact (id, person_id, kind, value, since, removed_at,"
                            + " path_name) select uuid(), id, 'work-mobile', '+447700900998', null,"
                            + " utc_timestamp(6), md5(uuid()) from person where account = :a")
                .param("a", account)
                .update();
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        Eventually.waitFor(
                "the former number to be told",
                () ->
                        app.database()
                                        .sql(
                                                "select count(*) from message m join contact c on"
                                                    + " c.id = m.contact_id where m.ticket_id = :t"
                                                    + " and m.purpose = 'told' and m.state in"
                                                    + " ('LEFT', 'ARRIVED') and c.value ="
                                                    + " '+447700900998'")
                                        .param("t", UUID.fromString(ticket))
                                        .query(Long.class)
                                        .single()
                                == 1);
    }
}
