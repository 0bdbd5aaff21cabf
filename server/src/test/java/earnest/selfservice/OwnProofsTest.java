package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.core.codes.Totp;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.io.ByteArrayOutputStream;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** Somebody sets up what proves them, on a page of their own, and nobody does it for them. */
@ExtendWith(App.Running.class)
class OwnProofsTest {
    private App app;
    private String account;
    private OwnPage page;

    @BeforeEach
    void somebodyIsOnTheirPage(App app) {
        this.app = app;
        account = app.somebody();
        page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
    }

    private void prove() {
        HarbourWord.proves(page);
        assertThat(page.stage()).isEqualTo("proofs");
    }

    private List<JsonNode> mine(String method) {
        return StreamSupport.stream(page.proofs().ok().get("mine").spliterator(), false)
                .filter(one -> one.get("method").asString().equals(method))
                .toList();
    }

    private UUID ticket() {
        return app.database()
                .sql(
                        "select t.id from ticket t join person p on p.id = t.person_id where"
                                + " p.account = :a and t.channel = 'self-service' order by"
                                + " t.opened_at desc limit 1")
                .param("a", account)
                .query(UUID.class)
                .single();
    }

    /** The six digits that an app would show for what was set up. */
    private static String code(JsonNode setUp) {
        byte[] key = decoded(setUp.get("key").asString());
        return Totp.at(key, Instant.now(), Totp.STANDARD).open(String::new);
    }

    private static byte[] decoded(String base32) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        long held = 0;
        int bits = 0;
        for (char digit : base32.toCharArray()) {
            held = held << 5 | "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(digit);
            bits += 5;
            if (bits >= 8) {
                bits -= 8;
                bytes.write((int) (held >> bits));
            }
        }
        return bytes.toByteArray();
    }

    @Test
    void nothingShowsOrIsDoneBeforeEnoughIsProved() {
        page.begin("harbour-word").ok();
        page.type(HarbourWord.WORD).ok();
        assertThat(page.proofs().problem()).isEqualTo("not-sure-enough");
        assertThat(page.setUp("authenticator").problem()).isEqualTo("not-sure-enough");
        assertThat(page.setUp("recovery-code").problem()).isEqualTo("not-sure-enough");
        assertThat(page.remove(UUID.randomUUID().toString()).problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void nobodysNameIsToldTheSame() {
        OwnPage nobodys = new OwnPage(app.httpFromElsewhere());
        nobodys.startForProofs("nobody.at.all").ok();
        assertThat(nobodys.proofs().problem()).isEqualTo("not-sure-enough");
        assertThat(nobodys.setUp("authenticator").problem()).isEqualTo("not-sure-enough");
        assertThat(nobodys.confirm(UUID.randomUUID().toString(), "123456").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void anAuthenticatorCountsOnceItsCodeWasTypedAndNotBefore() {
        app.needs("authenticator");
        prove();
        int before = mine("authenticator").size();
        JsonNode begun = page.setUp("authenticator").ok();
        assertThat(begun.get("address").asString())
                .startsWith("otpauth://totp/")
                .contains("secret=" + begun.get("key").asString(), account);
        assertThat(mine("authenticator")).hasSize(before);
        String id = begun.get("id").asString();
        assertThat(page.confirm(id, "000000").ok().get("right").asBoolean()).isFalse();
        assertThat(page.confirm(id, code(begun)).ok().get("right").asBoolean()).isTrue();
        assertThat(mine("authenticator")).hasSize(before + 1);
        assertThat(page.confirm(id, code(begun)).status()).isEqualTo(404);
        assertThat(app.recorded(ticket().toString(), "factor-added")).isTrue();
        page.remove(id).ok();
        assertThat(mine("authenticator")).hasSize(before);
        assertThat(app.recorded(ticket().toString(), "factor-removed")).isTrue();
    }

    @Test
    void whatWasSetUpAnHourAgoIsNotOfferedYetAndLaterIs() {
        prove();
        JsonNode given = page.setUp("recovery-code").ok();
        assertThat(given.get("lines")).hasSize(10);
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        assertThat(tove.offer(ticket, "recovery-code")).isEmpty();
        app.database()
                .sql("update enrolment set enrolled_at = :t where id = :id")
                .param("t", Instant.now().minus(Duration.ofDays(15)))
                .param("id", UUID.fromString(given.get("id").asString()))
                .update();
        String code = given.get("lines").get(3).asString().replace(" ", "");
        String check = tove.begin(ticket, "recovery-code");
        assertThat(tove.type(ticket, check, "000000000000").ok().get("outcome").asString())
                .isEqualTo("wrong");
        assertThat(tove.type(ticket, check, code).ok().get("outcome").asString())
                .isEqualTo("passed");
        // 20, and 2 less since they are named on the ticket of their page, too.
        assertThat(tove.standing(ticket)).isEqualTo(18);
        tove.close(ticket, "Only a trial.");
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String again = tove.begin(ticket, "recovery-code");
        assertThat(tove.type(ticket, again, code).ok().get("outcome").asString())
                .as("each is good once")
                .isEqualTo("wrong");
        tove.close(ticket, "Only a trial.");
        assertThat(mine("recovery-code").getFirst().get("note").asString()).isEqualTo("9 are left");
    }

    @Test
    void aLostPhoneTakesAllWithItThatLivedOnIt() {
        app.needs("authenticator");
        prove();
        page.setUp("recovery-code").ok();
        JsonNode begun = page.setUp("authenticator").ok();
        assertThat(
                        page.confirm(begun.get("id").asString(), code(begun))
                                .ok()
                                .get("right")
                                .asBoolean())
                .isTrue();
        int had = mine("authenticator").size();
        assertThat(had).isPositive();
        assertThat(page.http().post("/api/own/phone-lost").ok().get("taken").asInt())
                .isEqualTo(had);
        assertThat(mine("authenticator")).isEmpty();
        assertThat(mine("recovery-code")).as("on paper").hasSize(1);
        assertThat(app.recorded(ticket().toString(), "factor-removed")).isTrue();
        OwnPage nobody = new OwnPage(app.httpFromElsewhere());
        nobody.startForProofs(app.somebody()).ok();
        assertThat(nobody.http().post("/api/own/phone-lost").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void aFreshSetMakesTheOneBeforeGoodForNothing() {
        prove();
        String first = page.setUp("recovery-code").ok().get("id").asString();
        page.setUp("recovery-code").ok();
        assertThat(mine("recovery-code")).hasSize(1);
        assertThat(mine("recovery-code").getFirst().get("id").asString()).isNotEqualTo(first);
        assertThat(page.remove(first).status()).isEqualTo(404);
    }

    @Test
    void nobodyTakesAwayOrConfirmsWhatIsAnothers() {
        app.needs("authenticator");
        prove();
        String mine = page.setUp("recovery-code").ok().get("id").asString();
        JsonNode begun = page.setUp("authenticator").ok();
        OwnPage others = new OwnPage(app.httpFromElsewhere());
        account = app.somebody();
        others.startForProofs(account).ok();
        page = others;
        prove();
        assertThat(others.remove(mine).status()).isEqualTo(404);
        assertThat(others.confirm(begun.get("id").asString(), code(begun)).status()).isEqualTo(404);
    }

    @Test
    void theyAreToldAndWhoDidNotAskStopsItAll() {
        app.needs("text");
        int before = app.outside().texts(account).size();
        prove();
        String set = page.setUp("recovery-code").ok().get("id").asString();
        String token = app.outside().textedLink(account, before);
        Http anybody = app.httpFromElsewhere();
        anybody.get("/api/session");
        assertThat(
                        anybody.post("/api/links/press", Map.of("token", token))
                                .ok()
                                .get("says")
                                .toString())
                .contains("recovery codes");
        anybody.post("/api/links/answer", Map.of("token", token, "choice", "not-me")).ok();
        assertThat(page.stage()).isIn("over", "begin");
        assertThat(page.setUp("authenticator").problem()).isIn("stopped", "page-over");
        assertThat(
                        app.database()
                                .sql("select removed_at is not null from enrolment where id = :id")
                                .param("id", UUID.fromString(set))
                                .query(Boolean.class)
                                .single())
                .isTrue();
        assertThat(app.recorded(ticket().toString(), "factor-disowned")).isTrue();
        Eventually.waitFor(
                "the desk to see it",
                () ->
                        app.desk("tove.rask")
                                .api()
                                .get("/api/desk")
                                .text()
                                .contains("I did not ask for this"));
    }

    @Test
    void noCodeAndNoKeyIsInStoreOrOnTheRecord() {
        prove();
        JsonNode codes = page.setUp("recovery-code").ok().get("lines");
        JsonNode begun = page.setUp("authenticator").ok();
        Set<String> canaries =
                Set.of(
                        codes.get(0).asString(),
                        codes.get(0).asString().replace(" ", ""),
                        begun.get("key").asString());
        for (String table : new String[] {"entry", "message", "enrolment", "recovery_code"}) {
            List<Map<String, Object>> rows =
                    app.database().sql("select * from " + table).query().listOfRows();
            for (String canary : canaries) {
                assertThat(rows.toString()).as(table).doesNotContain(canary);
            }
        }
    }

    @Test
    void theDecisionIsJudgedAgainFromTheRecord() {
        prove();
        page.setUp("recovery-code").ok();
        String why =
                app.database()
                        .sql(
                                "select leaf from entry where ticket_id = :t and kind ="
                                        + " 'factor-added'")
                        .param("t", ticket())
                        .query(String.class)
                        .single();
        assertThat(why).contains("\"action\":\"enrol\"", "\"standing\":44", "\"asked\":40");
    }
}
