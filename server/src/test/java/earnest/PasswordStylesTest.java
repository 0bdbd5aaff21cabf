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

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** A password looks as its route to the person wants it, or is typed by the analyst. */
@ExtendWith(App.Running.class)
class PasswordStylesTest {
    private static final String CANARY = "heron-PIER-lantern-62";
    private App app;
    private Desk tove;
    private String account;
    private String ticket;

    @BeforeEach
    void proved(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        account = app.somebody();
        ticket = app.proved(tove, account);
    }

    private Answer give(String style, String typed) {
        Map<String, Object> wanted = new HashMap<>();
        wanted.put("system", "directory");
        wanted.put("action", "temporary-password");
        wanted.put("version", tove.page(ticket).get("ticket").get("version").asLong());
        wanted.put("style", style);
        if (typed != null) {
            wanted.put("typed", typed);
        }
        return tove.api().post("/api/tickets/" + ticket + "/changes", wanted);
    }

    private Answer tryOut(String typed) {
        return tove.api()
                .post(
                        "/api/tickets/" + ticket + "/password-check",
                        Map.of("system", "directory", "typed", typed));
    }

    private Answer show() {
        return tove.api().post("/api/tickets/" + ticket + "/handover/show");
    }

    private JsonNode handover() {
        return tove.page(ticket).get("handover").get("state");
    }

    @Test
    void wordsForTheEarAreSaidWordByWord() {
        give("spoken", null).ok();
        tove.settled(ticket);
        JsonNode parts = show().ok();
        assertThat(parts.size()).isGreaterThanOrEqualTo(4);
        StringBuilder whole = new StringBuilder();
        parts.forEach(part -> whole.append(part.get("characters").asString()));
        assertThat(whole.toString()).matches("[A-Z][a-z]+(-[a-z]+)+-[2346789]{2}");
        assertThat(parts.get(0).get("words").asString()).endsWith(" with a capital, hyphen");
        assertThat(app.directory().changeOwn(account, whole.toString(), "a sentence of my own 7"))
                .isEqualTo(ResultCode.SUCCESS);
    }

    @Test
    void oneThatIsSentIsNeverSeenAtTheDesk() {
        app.needs("text");
        give("copied", null).ok();
        tove.settled(ticket);
        assertThat(handover().get("style").asString()).isEqualTo("copied");
        assertThat(show().problem()).isEqualTo("not-to-be-seen");
        String route = "/api/tickets/" + ticket + "/handover/route";
        assertThat(tove.api().post(route, Map.of("route", "read-aloud")).problem())
                .isEqualTo("not-to-be-seen");
        String contact =
                tove.page(ticket).get("handover").get("contacts").get(0).get("id").asString();
        tove.api().post(route, Map.of("route", "text", "contact", contact)).ok();
        Eventually.waitFor(
                "the text to arrive", () -> handover().get("state").asString().equals("arrived"));
    }

    @Test
    void oneThatIsTypedIsTakenWhenItKeepsEveryRule() {
        app.needs("ldap");
        JsonNode trial = tryOut(CANARY).ok();
        assertThat(trial.get("ok").asBoolean()).isTrue();
        assertThat(trial.get("remembers").asInt()).isPositive();
        give("typed", CANARY).ok();
        tove.settled(ticket);
        assertThat(app.directory().changeOwn(account, CANARY, "a sentence of my own 7"))
                .isEqualTo(ResultCode.SUCCESS);
        List<String> record =
                app.database()
                        .sql("select leaf from entry where ticket_id = :t")
                        .param("t", UUID.fromString(ticket))
                        .query(String.class)
                        .list();
        assertThat(record).noneMatch(leaf -> leaf.contains("PIER"));
        assertThat(record).anyMatch(leaf -> leaf.contains("typed by the analyst"));
    }

    @Test
    void oneThatBreaksARuleIsRefusedByItsRulesAndNotRepeated() {
        Answer refused = give("typed", "shortPIER");
        assertThat(refused.problem()).isEqualTo("rules-broken");
        assertThat(refused.text()).contains("At least 12 characters").doesNotContain("PIER");
        JsonNode trial = tryOut("shortPIER").ok();
        assertThat(trial.get("ok").asBoolean()).isFalse();
        assertThat(trial.get("rules").toString()).doesNotContain("PIER");
        assertThat(tryOut("my own " + account + " X7").ok().get("rules").toString())
                .contains("\"rule\":\"forbiddenWords\",\"kept\":false");
        assertThat(tove.page(ticket).get("changes")).isEmpty();
    }

    @Test
    void typedGoesWithTypedAndNothingElse() {
        assertThat(give("typed", null).problem()).isEqualTo("invalid");
        assertThat(give("spoken", CANARY).problem()).isEqualTo("invalid");
        assertThat(give("shouted", null).problem()).isEqualTo("invalid");
    }

    /** What is asked of a password tells the person's own words, so it is not told too early. */
    @Test
    void theRulesAreNotToldBeforeProof() {
        ticket = app.visitor(tove);
        tove.claim(ticket, app.somebody()).ok();
        assertThat(tryOut(CANARY).problem()).isEqualTo("not-sure-enough");
        assertThat(
                        app.desk("jonas.lie")
                                .api()
                                .post(
                                        "/api/tickets/" + ticket + "/password-check",
                                        Map.of("system", "directory", "typed", CANARY))
                                .problem())
                .isEqualTo("held-by-another");
    }
}
