package earnest.checks.methods.managerslink;

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

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** The manager answers behind a link: once, in time, and for nobody else. */
@ExtendWith(App.Running.class)
class ManagersLinkTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String mailbox;
    private String ticket;
    private String check;

    @BeforeEach
    void theManagerIsAsked(App app) {
        app.needs("mail");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        mailbox = app.knows(account).get("manager").asString() + "@brackwater.example";
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        int before = outside.mails(mailbox).size();
        check = tove.begin(ticket, "approver-link");
        Eventually.waitFor("the mail to come", () -> outside.mails(mailbox).size() > before);
    }

    private Http somebody() {
        Http http = app.httpFromElsewhere();
        http.get("/api/session");
        return http;
    }

    private static Answer press(Http http, String token) {
        return http.post("/api/links/press", Map.of("token", token));
    }

    private static Answer answer(Http http, String token, String choice) {
        return http.post("/api/links/answer", Map.of("token", token, "choice", choice));
    }

    private String lines() {
        return tove.page(ticket).get("proof").get("explanations").toString();
    }

    @Test
    void aYesCountsAsTheMailboxAndTheDeskSeesEachStep() {
        String token = outside.linkToken(mailbox);
        Http manager = somebody();
        JsonNode shown = press(manager, token).ok();
        String name = tove.page(ticket).get("who").get("name").asString();
        JsonNode mails = outside.mails(mailbox);
        assertThat(mails.get(mails.size() - 1).get("html").asString())
                .contains("<a href=\"" + app.ground().serverUrl() + "/link#" + token + "\">");
        assertThat(shown.get("says").toString()).contains(name).contains("Tove Rask");
        Eventually.waitFor(
                "the desk to see it",
                () -> tove.says(ticket).endsWith("opened the link and has not answered yet."));
        assertThat(answer(manager, token, "yes").ok().get("says").asString())
                .contains("opens nothing");
        assertThat(tove.standing(ticket)).isEqualTo(12);
        assertThat(lines()).contains("Manager by link");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        assertThat(app.recorded(ticket, "check-passed")).isTrue();
    }

    @Test
    void aNoFailsTheCheck() {
        String token = outside.linkToken(mailbox);
        answer(somebody(), token, "no").ok();
        assertThat(tove.standing(ticket)).isEqualTo(-10);
        assertThat(lines()).contains("said no");
    }

    @Test
    void theySayHowTheyKnowAndMayAddWords() {
        String token = outside.linkToken(mailbox);
        Http manager = somebody();
        assertThat(press(manager, token).ok().get("mostWords").asInt()).isEqualTo(200);
        Map<String, String> said =
                Map.of("token", token, "choice", "yes-knew", "given", "She is on the  quay.");
        assertThat(
                        manager.post(
                                        "/api/links/answer",
                                        Map.of(
                                                "token",
                                                token,
                                                "choice",
                                                "yes-knew",
                                                "given",
                                                "x".repeat(201)))
                                .problem())
                .as("too long, and nothing is used up")
                .isEqualTo("invalid");
        manager.post("/api/links/answer", said).ok();
        assertThat(lines()).contains("“She is on the quay.”");
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from entry where leaf like '%on the"
                                                + " quay%'")
                                .query(Long.class)
                                .single())
                .as("words that somebody adds are on no entry, which nobody could erase")
                .isZero();
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from entry where kind = 'check-passed' and"
                                                + " leaf like '%knew of it%'")
                                .query(Long.class)
                                .single())
                .isPositive();
    }

    @Test
    void itGoesToTheirMobileAsWell() {
        String manager = mailbox.substring(0, mailbox.indexOf('@'));
        // Nothing of this goes to a number that is new.
        long known =
                app.database()
                        .sql(
                                "select count(*) from contact c join person p on p.id = c.person_id"
                                        + " where p.account = :a and c.kind = 'work-mobile' and"
                                        + " c.removed_at is null and (c.since is null or c.since <"
                                        + " utc_timestamp(6) - interval 15 day)")
                        .param("a", manager)
                        .query(Long.class)
                        .single();
        if (known == 0) {
            return;
        }
        Eventually.waitFor(
                "the text to come",
                () -> outside.texts(manager).stream().anyMatch(text -> text.contains("/link#")));
    }

    @Test
    void whoIsAwayWithoutTheDirectoryKnowingSendsTheDeskToTheDeputy() {
        app.needs("ldap");
        app.database()
                .sql("update person set away_until = null where account = 'ekoskinen'")
                .update();
        try {
            String theirs = app.visitor(tove);
            tove.claim(theirs, "sdubois").ok();
            int before = outside.mails("ekoskinen@brackwater.example").size();
            tove.begin(theirs, "approver-link");
            Eventually.waitFor(
                    "the mail to come",
                    () -> outside.mails("ekoskinen@brackwater.example").size() > before);
            answer(somebody(), outside.linkToken("ekoskinen@brackwater.example"), "away").ok();
            assertThat(tove.page(theirs).get("proof").get("explanations").toString())
                    .contains("is away: ask the deputy");
            assertThat(tove.page(theirs).get("proof").get("offers").toString())
                    .contains("Ask the manager's deputy", "Mila Reyes");
            assertThat(tove.standing(theirs)).as("it proves nothing").isNotPositive();
        } finally {
            app.database()
                    .sql(
                            "update person set away_until = utc_timestamp(6) + interval 9 day where"
                                    + " account = 'ekoskinen'")
                    .update();
        }
    }

    @Test
    void whoWasNotAskedSaysSo() {
        answer(somebody(), outside.linkToken(mailbox), "not-asked").ok();
        assertThat(tove.standing(ticket)).isNegative();
    }

    @Test
    void itWorksOnceHoweverManyAnswerAtOnce() throws Exception {
        String token = outside.linkToken(mailbox);
        List<Callable<Integer>> many = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            Http http = somebody();
            String choice = i % 2 == 0 ? "yes" : "no";
            many.add(() -> answer(http, token, choice).status());
        }
        List<Integer> statuses = new ArrayList<>();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (Future<Integer> one : threads.invokeAll(many)) {
                statuses.add(one.get());
            }
        }
        assertThat(statuses).containsOnlyOnce(200).contains(404);
        assertThat(press(somebody(), token).problem()).isEqualTo("link-over");
    }

    @Test
    void aChoiceThatIsNoneUsesNothingUp() {
        String token = outside.linkToken(mailbox);
        Http manager = somebody();
        assertThat(answer(manager, token, "perhaps").status()).isEqualTo(422);
        answer(manager, token, "yes").ok();
        assertThat(tove.standing(ticket)).isEqualTo(12);
    }

    @Test
    void whatIsGuessedUsedOrOverGetsTheSameAnswer() {
        String token = outside.linkToken(mailbox);
        char last = token.charAt(token.length() - 5);
        String other =
                token.substring(0, token.length() - 5)
                        + (last == 'A' ? 'B' : 'A')
                        + token.substring(token.length() - 4);
        Answer guessed = press(somebody(), other);
        Answer nothing = press(somebody(), "x");
        tove.end(ticket, check).ok();
        Answer over = press(somebody(), token);
        assertThat(List.of(guessed.text(), nothing.text(), over.text()))
                .allMatch(guessed.text()::equals);
        assertThat(guessed.status()).isEqualTo(404);
        assertThat(guessed.text()).doesNotContain(token).doesNotContain(account);
    }

    @Test
    void afterHalfAnHourItIsOver() {
        String token = outside.linkToken(mailbox);
        try (App.Later _ = app.later(Duration.ofMinutes(31))) {
            assertThat(press(somebody(), token).problem()).isEqualTo("link-over");
            assertThat(answer(somebody(), token, "yes").problem()).isEqualTo("link-over");
        }
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void guessesFromOnePlaceAreLimited() {
        Http place = somebody();
        int refused = 0;
        for (int i = 0; i < 50; i++) {
            refused += press(place, "guess" + i).status() == 429 ? 1 : 0;
        }
        assertThat(refused).isPositive();
    }

    @Test
    void theTokenStandsNowhere() {
        String token = outside.linkToken(mailbox);
        press(somebody(), token).ok();
        answer(somebody(), token, "yes").ok();
        assertThat(tove.page(ticket).toString()).doesNotContain(token);
        for (String table : List.of("one_time_link", "entry", "message", "proof_check")) {
            assertThat(app.database().sql("select * from " + table).query().listOfRows().toString())
                    .as(table)
                    .doesNotContain(token);
        }
    }

    @Test
    void whileTheManagerIsAwayTheDeputyIsAsked() {
        app.needs("ldap");
        String theirs = app.visitor(tove);
        tove.claim(theirs, "sdubois").ok();
        int before = outside.mails("mreyes@brackwater.example").size();
        int managers = outside.mails("ekoskinen@brackwater.example").size();
        tove.begin(theirs, "approver-link");
        Eventually.waitFor(
                "the mail to come to the deputy",
                () -> outside.mails("mreyes@brackwater.example").size() > before);
        assertThat(outside.mails("ekoskinen@brackwater.example")).hasSize(managers);
        String token = outside.linkToken("mreyes@brackwater.example");
        Http deputy = somebody();
        assertThat(press(deputy, token).ok().get("says").toString())
                .contains("as the deputy of Eero Koskinen");
        answer(deputy, token, "yes").ok();
        assertThat(tove.page(theirs).get("proof").get("explanations").toString())
                .contains("Manager's deputy by link, Mila Reyes");
    }

    @Test
    void aDeputyWhoWasNamedTodayDoesNotCountYet() {
        app.needs("ldap");
        app.database()
                .sql(
                        "update person set deputy_since = utc_timestamp(6) where account ="
                                + " 'ekoskinen'")
                .update();
        try {
            String theirs = app.visitor(tove);
            tove.claim(theirs, "sdubois").ok();
            assertThat(tove.offer(theirs, "approver-link")).isEmpty();
        } finally {
            app.database()
                    .sql("update person set deputy_since = null where account = 'ekoskinen'")
                    .update();
        }
    }
}
