package earnest.checks.methods.question;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.OwnPage;
import earnest.testkit.Steward;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Somebody sets answers, and is asked two of them; they count for what the steward said. */
@ExtendWith(App.Running.class)
class QuestionsTest {
    private static final String ANSWER = "Canary-albatross ";

    private App app;
    private String account;
    private OwnPage page;
    private Desk tove;

    @BeforeEach
    void somebodyIsOnTheirPage(App app) {
        this.app = app;
        app.needs("question");
        account = app.somebody();
        tove = app.desk("tove.rask");
        page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
    }

    private static Answer confirm(OwnPage page, JsonNode begun, Map<String, String> answers) {
        return page.confirm(
                begun.get("id").asString(), JsonMapper.shared().writeValueAsString(answers));
    }

    /** To the first questions of the catalogue, each another. */
    private static Map<String, String> answers(JsonNode begun, int many) {
        Map<String, String> answers = new LinkedHashMap<>();
        for (int i = 0; i < many; i++) {
            answers.put(begun.get("questions").get(i).get("id").asString(), ANSWER + (i + 11));
        }
        return answers;
    }

    /** Set, and old enough to count; the answers by the words of their questions. */
    private Map<String, String> set() {
        JsonNode begun = page.setUp("question").ok();
        assertThat(confirm(page, begun, answers(begun, 5)).ok().get("right").asBoolean()).isTrue();
        app.database()
                .sql("update enrolment set enrolled_at = :t where id = :id")
                .param("t", Instant.now().minus(Duration.ofDays(15)))
                .param("id", UUID.fromString(begun.get("id").asString()))
                .update();
        Map<String, String> byWords = new LinkedHashMap<>();
        for (int i = 0; i < 5; i++) {
            byWords.put(
                    begun.get("questions").get(i).get("words").asString(),
                    "canary albatross! " + (i + 11));
        }
        return byWords;
    }

    private String called() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        return ticket;
    }

    /** The right answer to what the page says is to be asked. */
    private String right(String ticket, Map<String, String> answers) {
        String says = tove.page(ticket).at("/proof/open/form/says").asString();
        return answers.entrySet().stream()
                .filter(one -> says.endsWith(one.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElseThrow();
    }

    private int standing(String ticket, String action) {
        for (JsonNode judged : tove.page(ticket).at("/proof/judgements")) {
            if (judged.get("action").asString().equals(action)) {
                return judged.get("standing").asInt();
            }
        }
        throw new AssertionError("nothing is judged of " + action);
    }

    @Test
    void whatIsNotGoodIsNamedAndNothingIsSet() {
        JsonNode begun = page.setUp("question").ok();
        assertThat(begun.get("fewest").asInt()).isEqualTo(5);
        Answer few = confirm(page, begun, answers(begun, 4));
        assertThat(few.status()).isEqualTo(422);
        assertThat(few.text()).contains("Answer 5 questions");
        Map<String, String> wrong = answers(begun, 5);
        String second = begun.get("questions").get(1).get("id").asString();
        wrong.put(second, account);
        Answer named = confirm(page, begun, wrong);
        assertThat(named.status()).isEqualTo(422);
        assertThat(named.text())
                .contains(begun.get("questions").get(1).get("words").asString(), "your name")
                .doesNotContain(begun.get("questions").get(0).get("words").asString());
        assertThat(page.confirm(begun.get("id").asString(), "[\"Canary\"]").text())
                .contains("as an object")
                .doesNotContain("Canary");
        assertThat(page.proofs().ok().get("mine").toString()).doesNotContain("question");
        assertThat(confirm(page, begun, answers(begun, 6)).ok().get("right").asBoolean()).isTrue();
        assertThat(page.proofs().ok().get("mine").toString()).contains("6 are set");
    }

    @Test
    void bothRightCountForUnlockingAndForNothingElse() {
        Map<String, String> answers = set();
        String ticket = called();
        String check = tove.begin(ticket, "question");
        String first = right(ticket, answers);
        assertThat(tove.type(ticket, check, first).ok().get("outcome").asString())
                .isEqualTo("open");
        assertThat(right(ticket, answers)).as("another").isNotEqualTo(first);
        assertThat(tove.type(ticket, check, right(ticket, answers)).ok().get("outcome").asString())
                .isEqualTo("passed");
        // 3, and 2 less since they are named on the ticket of their page, too.
        assertThat(standing(ticket, "unlock")).isEqualTo(1);
        assertThat(standing(ticket, "temporary-password")).isEqualTo(-2);
        assertThat(tove.standing(ticket)).isEqualTo(1);
        assertThat(tove.offer(ticket, "question")).as("once on a ticket").isEmpty();
        assertThat(app.database().sql("select hash from own_answer").query(String.class).list())
                .isNotEmpty()
                .allMatch(hash -> hash.startsWith("$argon2id$"));
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aWrongFirstIsToldAfterTheSecondAndCountsAgainstAll() {
        Map<String, String> answers = set();
        String ticket = called();
        String check = tove.begin(ticket, "question");
        assertThat(tove.type(ticket, check, "a puffin").ok().get("outcome").asString())
                .isEqualTo("open");
        assertThat(tove.type(ticket, check, right(ticket, answers)).ok().get("outcome").asString())
                .isEqualTo("failed");
        assertThat(standing(ticket, "unlock")).isEqualTo(-8);
        assertThat(standing(ticket, "temporary-password")).isEqualTo(-8);
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whoLetsGoOfThemHasFailed() {
        set();
        for (int i = 0; i < 4; i++) {
            String ticket = called();
            String check = tove.begin(ticket, "question");
            tove.end(ticket, check).ok();
            assertThat(app.recorded(ticket, "check-failed")).isTrue();
            tove.close(ticket, "Only a trial.");
        }
        String ticket = called();
        assertThat(tove.offer(ticket, "question")).as("after four wrong in a day").isEmpty();
        assertThat(tove.page(ticket).at("/proof/missing").toString()).contains("Own questions");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aFreshSetMakesTheOneBeforeGoodForNothing() {
        set();
        JsonNode begun = page.setUp("question").ok();
        assertThat(page.proofs().ok().get("mine").toString()).contains("5 are set");
        confirm(page, begun, answers(begun, 7)).ok();
        String mine = page.proofs().ok().get("mine").toString();
        assertThat(mine).contains("7 are set").doesNotContain("5 are set");
        String ticket = called();
        assertThat(tove.offer(ticket, "question")).as("new again").isEmpty();
        tove.close(ticket, "Only a trial.");
        page.remove(begun.get("id").asString()).ok();
        assertThat(page.proofs().ok().get("mine").toString()).doesNotContain("are set");
        assertThat(
                        app.database()
                                .sql("select count(*) from own_answer where enrolment_id = :e")
                                .param("e", UUID.fromString(begun.get("id").asString()))
                                .query(Integer.class)
                                .single())
                .isZero();
    }

    @Test
    void theStewardKeepsTheCatalogueAndSaysWhatItCountsFor() {
        Steward steward = new Steward(app.ground());
        String words = "Which bird did you see first, " + account + "?";
        String added =
                steward.api()
                        .post("/api/questions", Map.of("words", words))
                        .ok()
                        .get("id")
                        .asString();
        assertThat(steward.api().post("/api/questions", Map.of("words", words)).problem())
                .isEqualTo("asked-already");
        assertThat(page.setUp("question").ok().get("questions").toString()).contains(words);
        steward.api().delete("/api/questions/" + added).ok();
        assertThat(page.setUp("question").ok().get("questions").toString()).doesNotContain(words);
        assertThat(steward.api().delete("/api/questions/" + added).status()).isEqualTo(404);
        assertThat(tove.api().get("/api/questions").status()).isEqualTo(403);
        assertThat(tove.api().post("/api/questions", Map.of("words", words)).status())
                .isEqualTo(403);
        Map<String, Object> unknown = Map.of("actions", List.of("fly"));
        assertThat(steward.api().put("/api/questions/count-for", unknown).status()).isEqualTo(422);
        assertThat(steward.api().get("/api/questions").ok().get("countFor").toString())
                .isEqualTo("[\"unlock\"]");
    }
}
