package earnest.checks.methods.colleague;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** A colleague beside somebody, or their manager, says who it is and shows that it is they. */
@ExtendWith(App.Running.class)
class VouchingTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    @BeforeEach
    void somebodyIsNamed(App app) {
        app.needs("text", "authenticator", "ldap");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        ticket = named(account);
    }

    private String named(String who) {
        String visit = app.visitor(tove);
        tove.claim(visit, who).ok();
        return visit;
    }

    private static String place(JsonNode one) {
        String vessel = one.path("vessel").asString("Shore");
        return vessel.equals("Shore") ? one.get("port").asString() : vessel;
    }

    /** Somebody with telephone and authenticator, who neither manages nor is managed by them. */
    private String colleague(boolean same) {
        JsonNode person = app.knows(account);
        return StreamSupport.stream(
                        JsonMapper.shared()
                                .readTree(app.ground().read("world/people.json"))
                                .spliterator(),
                        false)
                .filter(one -> place(one).equals(place(person)) == same)
                .filter(one -> !one.get("account").asString().equals(account))
                .filter(one -> one.get("authenticator").asBoolean() && one.hasNonNull("mobile"))
                .filter(one -> one.get("state").asString().equals("OPEN"))
                .filter(one -> !one.path("manager").asString("").equals(account))
                .map(one -> one.get("account").asString())
                .filter(one -> !one.equals(person.path("manager").asString("")))
                .filter(this::hasNotUsedACode)
                .findFirst()
                .orElseThrow();
    }

    /** Else their present code may be one that another test used up. */
    private boolean hasNotUsedACode(String one) {
        return app.database()
                        .sql(
                                "select count(*) from enrolment e join person p on p.id ="
                                    + " e.person_id where p.account = :a and e.kind ="
                                    + " 'authenticator' and e.last_used_step < 0 and e.wrong_tries"
                                    + " = 0")
                        .param("a", one)
                        .query(Long.class)
                        .single()
                == 1;
    }

    private static Http somebody(App app) {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        return http;
    }

    private static Answer answer(Http http, String token, String choice, String given) {
        return http.post(
                "/api/links/answer", Map.of("token", token, "choice", choice, "given", given));
    }

    /** Names the colleague; gives the token of the link that they got. */
    private String asked(String check, String colleague) {
        int before = outside.texts(colleague).size();
        tove.type(ticket, check, colleague).ok();
        return outside.textedLink(colleague, before);
    }

    /** A code that was not used yet. */
    private String code(String who, String... used) {
        return Eventually.get(
                "a code that was not used",
                Duration.ofSeconds(70),
                () ->
                        Optional.of(outside.authenticator(who))
                                .filter(code -> used.length == 0 || !code.equals(used[0])));
    }

    @Test
    void aColleagueOfTheSamePlaceVouchesWithACodeOfTheirOwn() {
        String check = tove.begin(ticket, "colleague");
        assertThat(tove.page(ticket).at("/proof/open/form/kind").asString()).isEqualTo("text");
        String colleague = colleague(true);
        String token = asked(check, colleague);
        Http phone = somebody(app);
        JsonNode shown = phone.post("/api/links/press", Map.of("token", token)).ok();
        assertThat(shown.get("digits").asInt()).isEqualTo(6);
        assertThat(shown.get("says").toString())
                .contains("Tove Rask", "a colleague beside them", "with your own eyes");
        answer(phone, token, "yes", code(colleague)).ok();
        assertThat(tove.standing(ticket)).isEqualTo(15);
        assertThat(answer(phone, token, "yes", "123456").problem()).isEqualTo("link-over");
        assertThat(
                        app.database()
                                .sql("select path from proof_check where id = :id")
                                .param("id", UUID.fromString(check))
                                .query(String.class)
                                .single())
                .isEqualTo("person:" + tove.person(colleague));
    }

    @Test
    void aLinkThatWasForwardedSaysNothing() {
        String check = tove.begin(ticket, "colleague");
        String token = asked(check, colleague(true));
        Http stranger = somebody(app);
        JsonNode told = answer(stranger, token, "yes", "000000").ok();
        assertThat(told.get("says").asString()).contains("did not show that it is you");
        assertThat(tove.standing(ticket)).isZero();
        assertThat(answer(stranger, token, "yes", "000001").problem())
                .as("there is one try")
                .isEqualTo("link-over");
    }

    @Test
    void whoIsElsewhereOrOneselfOrNobodyDoesNotVouch() {
        String check = tove.begin(ticket, "colleague");
        for (String wrong : new String[] {"nobody.at.all", account, colleague(false)}) {
            assertThat(tove.type(ticket, check, wrong).status()).as(wrong).isEqualTo(422);
        }
        String manager = app.knows(account).path("manager").asString("");
        assertThat(tove.type(ticket, check, manager).status()).as("manager").isEqualTo(422);
        assertThat(tove.page(ticket).at("/proof/open/form/kind").asString()).isEqualTo("text");
    }

    @Test
    void twoDoNotVouchForEachOther() {
        String colleague = colleague(true);
        String check = tove.begin(ticket, "colleague");
        String token = asked(check, colleague);
        assertThat(answer(somebody(app), token, "yes", code(colleague)).ok().toString())
                .contains("sees your answer now");
        String vouched = account;
        ticket = named(colleague);
        String back = tove.begin(ticket, "colleague");
        Answer refused = tove.type(ticket, back, vouched);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.text()).contains("do not vouch for each other");
    }

    @Test
    void aNoCountsAgainstThem() {
        String check = tove.begin(ticket, "colleague");
        String token = asked(check, colleague(true));
        somebody(app).post("/api/links/answer", Map.of("token", token, "choice", "no")).ok();
        assertThat(tove.standing(ticket)).isEqualTo(-12);
    }

    @Test
    void theManagerVouchesWithAProofOfTheirOwnAndCountsOnceWithTheirLink() {
        app.needs("approver", "approver-link", "mail");
        account = app.somebody(one -> canVouch(one.path("manager").asString("")));
        ticket = named(account);
        String manager = app.knows(account).get("manager").asString();
        int before = outside.texts(manager).size();
        tove.begin(ticket, "approver");
        String token = outside.textedLink(manager, before);
        answer(somebody(app), token, "yes", code(manager)).ok();
        assertThat(tove.standing(ticket)).isEqualTo(25);
        assertThat(tove.page(ticket).get("proof").get("explanations").toString())
                .contains("Manager vouches");
        String mailbox = manager + "@brackwater.example";
        int mails = outside.mails(mailbox).size();
        tove.begin(ticket, "approver-link");
        Eventually.waitFor("the mail to come", () -> outside.mails(mailbox).size() > mails);
        somebody(app)
                .post(
                        "/api/links/answer",
                        Map.of("token", outside.linkToken(mailbox), "choice", "yes"))
                .ok();
        assertThat(tove.standing(ticket)).as("it rests on the same").isEqualTo(25);
    }

    private boolean canVouch(String manager) {
        JsonNode known = app.knows(manager);
        return known.get("authenticator").asBoolean()
                && known.hasNonNull("mobile")
                && known.get("state").asString().equals("OPEN")
                && hasNotUsedACode(manager);
    }
}
