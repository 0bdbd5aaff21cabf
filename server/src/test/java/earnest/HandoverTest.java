package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.Map;
import java.util.UUID;

/** A secret reaches its person once, or goes out of force. */
@ExtendWith(App.Running.class)
class HandoverTest {
    private App app;
    private Desk tove;
    private String account;
    private String ticket;

    @BeforeEach
    void aTemporaryPasswordTookEffect(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        account = app.somebody();
        ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
    }

    private JsonNode handover() {
        return tove.page(ticket).get("handover").get("state");
    }

    private Answer show() {
        return tove.api().post("/api/tickets/" + ticket + "/handover/show");
    }

    @Test
    void aPartThatWasSaidBackIsNeverShownAgain() {
        assertThat(show().ok()).hasSize(3);
        tove.saidBack(ticket, 1).ok();
        assertThat(tove.saidBack(ticket, 1).problem()).isEqualTo("another-part");
        JsonNode rest = show().ok();
        assertThat(rest).hasSize(2);
        assertThat(rest.get(0).get("part").asInt()).isEqualTo(2);
        tove.saidBack(ticket, 2).ok();
        tove.saidBack(ticket, 3).ok();
        assertThat(show().problem()).isEqualTo("said-back");
        assertThat(wrapped()).isZero();
    }

    private long wrapped() {
        return app.database()
                .sql("select count(*) from wrapped_secret where ticket_id = :t")
                .param("t", UUID.fromString(ticket))
                .query(Long.class)
                .single();
    }

    @Test
    void unusedItRunsOutAndNobodyKnowsTheNext() {
        String password = tove.readAloud(ticket);
        try (App.Later _ = app.later(Duration.ofMinutes(61))) {
            Eventually.waitFor("it to run out", () -> app.recorded(ticket, "handover-expired"));
        }
        assertThat(handover().get("state").asString()).isEqualTo("expired");
        assertThat(app.directory().bind(account, password))
                .isEqualTo(ResultCode.INVALID_CREDENTIALS);
        assertThat(tove.page(ticket).get("ticket").get("reminder").asString())
                .contains("ran out unused");
    }

    @Test
    void theDeskIsRemindedAfterTenMinutes() {
        try (App.Later _ = app.later(Duration.ofMinutes(11))) {
            Eventually.waitFor(
                    "the reminder", () -> tove.page(ticket).get("ticket").has("reminder"));
        }
        assertThat(tove.page(ticket).get("ticket").get("reminder").asString())
                .contains("has not chosen their own password yet");
    }

    @Test
    void afterTheCallIsOverItIsNotReadToTheNextCaller() {
        tove.api().post("/api/tickets/" + ticket + "/hang-up").ok();
        assertThat(show().problem()).isEqualTo("not-sure-enough");
    }

    @Test
    void whatIsSaidBackNeedsWhatItWasShownOn() {
        show().ok();
        tove.saidBack(ticket, 1).ok();
        tove.api().post("/api/tickets/" + ticket + "/hang-up").ok();
        assertThat(tove.saidBack(ticket, 2).problem()).isEqualTo("not-sure-enough");
    }

    @Test
    void aFreshOneTakesThePlaceOfTheFormer() {
        String former = tove.readAloud(ticket);
        tove.change(ticket, "temporary-password").ok();
        Eventually.waitFor("the second change", () -> tove.page(ticket).get("changes").size() == 2);
        tove.settled(ticket);
        String fresh = tove.readAloud(ticket);
        assertThat(fresh).isNotEqualTo(former);
        assertThat(app.directory().bind(account, former)).isEqualTo(ResultCode.INVALID_CREDENTIALS);
        assertThat(app.directory().bind(account, fresh)).isEqualTo(ResultCode.SUCCESS);
    }

    @Test
    void aLiveSecretInTheSummaryIsRefusedHoweverItIsSpaced() {
        StringBuilder typed = new StringBuilder();
        show().ok().forEach(part -> typed.append(part.get("characters").asString()).append(" - "));
        Map<String, Object> closing =
                Map.of("summary", "She has " + typed, "version", tove.version(ticket));
        Answer refused = tove.api().post("/api/tickets/" + ticket + "/close", closing);
        assertThat(refused.problem()).isEqualTo("secret-in-summary");
        assertThat(tove.page(ticket).get("ticket").get("state").asString()).isEqualTo("OPEN");
        String draft =
                tove.api()
                        .get("/api/tickets/" + ticket + "/summary")
                        .ok()
                        .get("summary")
                        .asString();
        assertThat(draft).contains("Temporary password took effect");
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/close",
                        Map.of("summary", draft, "version", tove.version(ticket)))
                .ok();
        assertThat(tove.api().post("/api/tickets/" + ticket + "/take").problem())
                .isEqualTo("not-open");
    }
}
