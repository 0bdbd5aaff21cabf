package earnest.procedures;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Http;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Procedures are kept as text, and checked against what there is here. */
@ExtendWith(App.Running.class)
class ProceduresTest {
    private static final String HELLO =
            """
            procedure hello
              title "Hello \\"you\\""
              starts on by hand
              otherwise
                pass to leads

              find contact work-mobile as phone
                none: stop "No phone"
              send account-changed to phone
              close "Said hello"
            """;

    private final App app;
    private final Http maren;

    ProceduresTest(App app) {
        this.app = app;
        this.maren = app.desk("maren.holt").api();
    }

    @AfterEach
    void takeAway() {
        app.databaseAs("migrate")
                .sql("delete from procedure_draft where name like 'hell%'")
                .update();
    }

    private JsonNode check(String text) {
        return maren.post("/api/procedures/check", Map.of("text", text)).ok();
    }

    private Answer keep(String name, String text, long basedOn) {
        return maren.put("/api/procedures/" + name, Map.of("text", text, "basedOn", basedOn));
    }

    private static List<String> codes(JsonNode checked) {
        List<String> codes = new ArrayList<>();
        checked.get("findings")
                .forEach(f -> codes.add(f.get("line").asInt() + " " + f.get("code").asString()));
        return codes;
    }

    @Test
    void aTextIsSaidInSentencesAndEveryWayThroughIsListed() {
        JsonNode checked = check(HELLO);
        assertThat(codes(checked)).isEmpty();
        assertThat(checked.get("title").asString()).isEqualTo("Hello \"you\"");
        assertThat(checked.get("ways").get(0).toString())
                .isEqualTo(
                        "[\"find contact work-mobile as phone\",\"send account-changed to"
                                + " phone\",\"close \\\"Said hello\\\"\"]");
        assertThat(checked.get("sentences").get(6).toString()).contains("if there is none,");
        assertThat(checked.get("layout").asString()).isEqualTo(HELLO);
    }

    @Test
    void whatIsNotHereIsFound() {
        assertThat(codes(check(HELLO.replace("leads", "pirates").replace("work-mobile", "parrot"))))
                .containsExactly("5 unknown-name", "7 unknown-name");
        assertThat(codes(check(HELLO.replace("by hand", "account locked in directory")))).isEmpty();
        assertThat(codes(check(HELLO.replace("by hand", "account locked in moon-base"))))
                .containsExactly("3 unknown-name");
        assertThat(codes(check("procedure\n"))).first().asString().endsWith("syntax");
        assertThat(codes(check("")).toString()).contains("syntax");
    }

    @Test
    void proceduresThatRunEachOtherInACircleAreFound() {
        keep("hello", HELLO.replace("close", "run hello-again\n  close"), 0).ok();
        assertThat(
                        codes(
                                check(
                                        HELLO.replace("procedure hello", "procedure hello-again")
                                                .replace("close", "run hello\n  close"))))
                .containsExactly("10 endless");
    }

    @Test
    void ofTwoWhoKeepOnTheSameEditOneDoes() {
        JsonNode kept = keep("hello", HELLO, 0).ok();
        assertThat(kept.get("edit").asLong()).isEqualTo(1);
        assertThat(keep("hello", HELLO + "# theirs\n", 0).status()).isEqualTo(409);
        assertThat(keep("hello", HELLO + "# mine\n", 1).ok().get("edit").asLong()).isEqualTo(2);
        assertThat(keep("hello", HELLO + "# late\n", 1).status()).isEqualTo(409);
        assertThat(maren.get("/api/procedures/hello").ok().get("text").asString())
                .endsWith("# mine\n");
        assertThat(maren.delete("/api/procedures/hello?edit=1").status()).isEqualTo(409);
        assertThat(maren.delete("/api/procedures/hello?edit=2").status()).isEqualTo(204);
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from entry where kind in"
                                                + " ('procedure-kept', 'procedure-taken-away')")
                                .query(Long.class)
                                .single())
                .isGreaterThanOrEqualTo(3);
    }

    @Test
    void whatIsNotFinishedIsKeptToo() {
        keep("hello", "procedure hello\n  title", 0).ok();
        JsonNode all = maren.get("/api/procedures").ok();
        JsonNode hello = null;
        for (JsonNode one : all) {
            hello = one.get("name").asString().equals("hello") ? one : hello;
        }
        assertThat(hello).isNotNull();
        assertThat(hello.get("mayRun").asBoolean()).isFalse();
        assertThat(keep("hello-you", HELLO, 0).status()).isEqualTo(422);
        assertThat(keep("Hello", HELLO, 0).status()).isEqualTo(422);
        assertThat(keep("hello2", "x".repeat(60_001), 0).status()).isEqualTo(422);
    }

    @Test
    void theOneThatIsShippedHasNothingToMend() {
        app.needs("ldap");
        String text = maren.get("/api/procedures/forgotten-password").ok().get("text").asString();
        assertThat(codes(check(text))).isEmpty();
    }

    @Test
    void onlyStewardsReadAndWriteThem() {
        Http tove = app.desk("tove.rask").api();
        assertThat(tove.get("/api/procedures").status()).isEqualTo(403);
        assertThat(tove.get("/api/procedures/hello").status()).isEqualTo(403);
        assertThat(tove.post("/api/procedures/check", Map.of("text", HELLO)).status())
                .isEqualTo(403);
        assertThat(tove.put("/api/procedures/hello", Map.of("text", HELLO, "basedOn", 0)).status())
                .isEqualTo(403);
        assertThat(tove.delete("/api/procedures/hello?edit=1").status()).isEqualTo(403);
    }

    /** Outcomes multiply: of very many ways the first are given, and soon. */
    @Test
    void aTextWithVeryManyWaysIsAnswered() {
        StringBuilder many = new StringBuilder(HELLO.substring(0, HELLO.indexOf("  close")));
        for (int i = 0; i < 300; i++) {
            many.append("  send account-changed to phone\n    failed: note \"Not sent\"\n");
        }
        JsonNode checked = check(many.append("  close \"Done\"\n").toString());
        assertThat(checked.get("ways")).hasSize(30);
        assertThat(checked.get("moreWays").asBoolean()).isTrue();
    }
}
