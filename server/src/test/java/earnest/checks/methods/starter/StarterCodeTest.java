package earnest.checks.methods.starter;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.Judged;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.UUID;

/** Somebody who starts sets up what proves them with the code that a lead gave to them. */
@ExtendWith(App.Running.class)
class StarterCodeTest {
    private App app;
    private String account;
    private UUID person;
    private OwnPage page;
    private Http ravi;

    @BeforeEach
    void somebodyStarts(App app) {
        this.app = app;
        app.needs("starter-code", "recovery-code");
        account = app.somebody();
        person =
                app.database()
                        .sql("select id from person where account = :a")
                        .param("a", account)
                        .query(UUID.class)
                        .single();
        app.databaseAs("migrate")
                .sql("delete from enrolment where person_id = :p")
                .param("p", person)
                .update();
        page = new OwnPage(app.httpFromElsewhere());
        ravi = app.desk("ravi.anand").api();
    }

    private Answer welcome(Http by) {
        return by.post("/api/starters", Map.of("person", person.toString()));
    }

    private String code() {
        return welcome(ravi).ok().get("code").asString().replace(" ", "");
    }

    private boolean gives(OwnPage on, String code) {
        on.begin(on.way("starter-code")).ok();
        return on.type(code).ok().get("right").asBoolean();
    }

    private String ticket() {
        return app.database()
                .sql("select id from ticket where person_id = :p order by opened_at desc limit 1")
                .param("p", person)
                .query(UUID.class)
                .single()
                .toString();
    }

    @Test
    void theCodeAloneIsEnoughAndWhatIsSetUpCountsAtOnce() {
        Judged.rulebookStands(app);
        String code = code();
        page.startForProofs(account).ok();
        assertThat(page.proofs().problem()).isEqualTo("not-sure-enough");
        assertThat(gives(page, code)).isTrue();
        assertThat(page.stage()).isEqualTo("proofs");
        String ticket = ticket();
        page.setUp("recovery-code").ok();
        assertThat(page.proofs().ok().get("mine").toString()).contains("recovery-code");
        assertThat(app.recorded(ticket, "factor-added")).isTrue();
        Judged.allAllowed(app, ticket);
        page.http().delete("/api/own/session").ok();
        Desk tove = app.desk("tove.rask");
        String call = app.visitor(tove);
        tove.claim(call, account).ok();
        assertThat(tove.offer(call, "recovery-code")).as("counts at once").isPresent();
        tove.close(call, "Only a trial.");
    }

    @Test
    void theFirstPasswordIsChosenInTheSameVisit() {
        app.needs("ldap");
        String code = code();
        page.startForProofs(account).ok();
        assertThat(goesOn().problem()).as("nothing proved").isEqualTo("not-sure-enough");
        assertThat(gives(page, code)).isTrue();
        String line =
                page.setUp("recovery-code").ok().get("lines").get(0).asString().replace(" ", "");
        assertThat(goesOn().ok().get("stage").asString()).isEqualTo("prove");
        page.begin(page.way("recovery-code")).ok();
        assertThat(page.type(line).ok().get("right").asBoolean()).isTrue();
        assertThat(page.stage()).isEqualTo("choose");
        page.set("Copper-kettle-under-pier-7", "directory").ok();
        assertThat(page.settled().get("stage").asString()).isEqualTo("done");
        Judged.allAllowed(app, ticket());
    }

    private Answer goesOn() {
        return page.http().put("/api/own/wants", Map.of("wants", "own-password"));
    }

    @Test
    void whatIsSetUpWithoutItIsNewForAWhile() {
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
        page.setUp("recovery-code").ok();
        Desk tove = app.desk("tove.rask");
        String call = app.visitor(tove);
        tove.claim(call, account).ok();
        assertThat(tove.offer(call, "recovery-code")).isEmpty();
        tove.close(call, "Only a trial.");
    }

    @Test
    void itIsGoodOnceAndNotAfterTheFirstEnrolment() {
        String code = code();
        page.startForProofs(account).ok();
        assertThat(gives(page, code)).isTrue();
        OwnPage again = new OwnPage(app.httpFromElsewhere());
        again.startForProofs(account).ok();
        assertThat(gives(again, code)).as("used").isFalse();
        String fresh = code();
        page.setUp("recovery-code").ok();
        OwnPage late = new OwnPage(app.httpFromElsewhere());
        late.startForProofs(account).ok();
        assertThat(gives(late, fresh)).as("enrolled").isFalse();
        assertThat(welcome(ravi).problem()).isEqualTo("not-a-starter");
    }

    @Test
    void oneThatWaitsIsGoodForNothingOnceSomethingIsSetUp() {
        String code = code();
        OwnPage other = new OwnPage(app.httpFromElsewhere());
        other.startForProofs(account).ok();
        other.begin(other.way("starter-code")).ok();
        app.databaseAs("migrate")
                .sql(
                        "insert into enrolment (id, person_id, kind, name, key_name, enrolled_at,"
                                + " confirmed_at, trusted, last_used_step, wrong_tries) values"
                                + " (uuid(), :p, 'recovery-codes', 'recovery-codes', '',"
                                + " utc_timestamp(6), utc_timestamp(6), false, -1, 0)")
                .param("p", person)
                .update();
        assertThat(other.type(code).ok().get("right").asBoolean()).isFalse();
    }

    @Test
    void aNewOneEndsTheOneBeforeAndAWeekEndsAny() {
        String first = code();
        String second = code();
        page.startForProofs(account).ok();
        assertThat(gives(page, first)).isFalse();
        assertThat(page.type(second).ok().get("right").asBoolean()).isTrue();
        app.databaseAs("migrate")
                .sql("update starter_code set state = 'open', expires_at = :t where person_id = :p")
                .param("t", Instant.now().minus(Duration.ofMinutes(1)))
                .param("p", person)
                .update();
        OwnPage late = new OwnPage(app.httpFromElsewhere());
        late.startForProofs(account).ok();
        assertThat(gives(late, second)).isFalse();
    }

    @Test
    void guessingEndsIt() {
        String code = code();
        page.startForProofs(account).ok();
        for (int i = 0; i < 2; i++) {
            page.begin(page.way("starter-code")).ok();
            for (int j = 0; j < 3 && page.stage().equals("prove"); j++) {
                page.type("00000000000" + j);
            }
        }
        assertThat(
                        app.database()
                                .sql("select wrong_tries from starter_code where person_id = :p")
                                .param("p", person)
                                .query(Integer.class)
                                .single())
                .isBetween(3, 6);
        assertThat(code).hasSize(12);
        assertThat(app.recorded(ticket(), "check-failed")).isTrue();
    }

    @Test
    void nobodyPrivilegedIsWelcomedByALeadAlone() {
        // Whoever has a role here is, by their own account.
        person =
                app.database()
                        .sql("select id from person where account = 'trask'")
                        .query(UUID.class)
                        .single();
        assertThat(welcome(ravi).problem()).isEqualTo("not-a-starter");
        assertThat(welcome(ravi).text()).contains("privileged");
    }

    @Test
    void onlyALeadMakesOneAndOfItIsKeptAMark() {
        assertThat(welcome(app.desk("tove.rask").api()).problem()).isEqualTo("no-right");
        assertThat(welcome(app.desk("maren.holt").api()).problem()).isEqualTo("no-right");
        String code = code();
        assertThat(
                        app.database()
                                .sql("select mark from starter_code where person_id = :p")
                                .param("p", person)
                                .query(String.class)
                                .list())
                .singleElement()
                .asString()
                .doesNotContain(code);
    }
}
