package earnest.systems;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.App;
import earnest.connectors.SystemKind;
import earnest.connectors.SystemKinds;
import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.testkit.Answer;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Http;
import earnest.testkit.Steward;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.StreamSupport;

/** A steward sets systems up, and sees step by step whether the connection is good. */
@ExtendWith(App.Running.class)
class ConnectionsTest {
    private static final AtomicInteger MADE = new AtomicInteger();

    private final String own = "under-test-" + MADE.incrementAndGet();
    private final App app;
    private final Steward steward;
    private final Http maren;

    ConnectionsTest(App app) {
        this.app = app;
        this.steward = new Steward(app.ground());
        this.maren = steward.api();
    }

    @AfterEach
    void takeAway() {
        app.databaseAs("migrate").sql("delete from `system` where id like 'under-test%'").update();
        if (!app.isWithout("scim")) {
            app.outside().cloud("up");
        }
    }

    private JsonNode tested(String system) {
        return steward.tested(system);
    }

    private static Map<String, String> outcomes(JsonNode steps) {
        Map<String, String> outcomes = new LinkedHashMap<>();
        steps.forEach(
                step -> outcomes.put(step.get("title").asString(), step.get("outcome").asString()));
        return outcomes;
    }

    private static JsonNode step(JsonNode steps, String title) {
        return StreamSupport.stream(steps.spliterator(), false)
                .filter(step -> step.get("title").asString().equals(title))
                .findFirst()
                .orElseThrow();
    }

    private String state(String system) {
        return StreamSupport.stream(maren.get("/api/systems").ok().spliterator(), false)
                .filter(one -> one.get("id").asString().equals(system))
                .map(one -> one.get("state").asString())
                .findFirst()
                .orElseThrow();
    }

    /** A second row for a system that there is, changed. */
    private void put(String like, Map<String, ?> settings, String credential) {
        ObjectNode system = steward.system(like);
        system.put("name", "Under test").put("position", 90).put("credential", credential);
        ObjectNode of = (ObjectNode) system.get("settings");
        settings.forEach((name, value) -> of.set(name, JsonMapper.shared().valueToTree(value)));
        maren.put("/api/systems/" + own, system).ok();
    }

    private Map<String, ?> server(String url, String certificate) {
        return Map.of("name", "provider", "url", url, "certificate", certificate);
    }

    private String ldaps() {
        return "ldaps://127.0.0.1:" + app.ground().port("LDAPS");
    }

    private String secret() {
        return app.ground().secret("ldap-earnest");
    }

    @Test
    void theDirectoryOfTheDemoIsGoodInEveryStep() {
        app.needs("ldap");
        JsonNode steps = tested("directory");
        assertThat(outcomes(steps))
                .hasSize(11)
                .allSatisfy((t, o) -> assertThat(o).isEqualTo("good"));
        assertThat(step(steps, "It is the server that is meant").get("fingerprint").asString())
                .matches("([0-9a-f]{4} ){15}[0-9a-f]{4}");
        assertThat(steps.toString()).doesNotContain(secret());
        assertThat(state("directory")).isIn("good", "accounts-unmatched");
        assertThat(
                        app.database()
                                .sql(
                                        "select leaf from entry where kind = 'connection-tested'"
                                                + " order by id desc limit 1")
                                .query(String.class)
                                .single())
                .contains("11 of 11 steps good");
    }

    @Test
    void aServiceThatIsAwayIsSaidAndNothingAfterItTried() {
        app.needs("scim");
        assertThat(outcomes(tested("shore-cloud")))
                .containsEntry("It is the server that is meant", "note")
                .containsEntry("May set a password", "good")
                .containsEntry("Has it more than it needs", "good")
                .doesNotContainValue("failed");
        app.outside().cloud("away");
        JsonNode steps = tested("shore-cloud");
        assertThat(step(steps, "Signs in").get("says").asString()).contains("503");
        assertThat(step(steps, "May read accounts").get("outcome").asString())
                .isEqualTo("not-tried");
        assertThat(state("shore-cloud")).isEqualTo("away");
    }

    @Test
    void aCertificateThatNobodyVouchesForIsShownAndCanBePinned() {
        app.needs("ldap");
        put(
                "directory",
                Map.of("servers", List.of(Map.of("name", "provider", "url", ldaps()))),
                secret());
        JsonNode meant = step(tested(own), "It is the server that is meant");
        assertThat(meant.get("outcome").asString()).isEqualTo("failed");
        assertThat(meant.get("remedy").asString())
                .contains(meant.get("fingerprint").asString())
                .contains("read out");
        put(
                "directory",
                Map.of("servers", List.of(server(ldaps(), meant.get("shown").asString()))),
                secret());
        assertThat(outcomes(tested(own)))
                .containsEntry("It is the server that is meant", "good")
                .doesNotContainValue("failed");
    }

    @Test
    void aCredentialThatIsNotTakenIsSaidByItsStep() {
        app.needs("ldap");
        put("directory", Map.of(), "not-the-credential");
        JsonNode steps = tested(own);
        assertThat(step(steps, "Signs in").get("says").asString()).contains("does not take");
        assertThat(steps.toString()).doesNotContain("not-the-credential");
    }

    @Test
    void nothingIsTriedOnThePersonsAccountThatSomebodyNamesForTrials() {
        app.needs("ldap");
        String account = app.somebody();
        DirectoryOfTests directory = new DirectoryOfTests(app.ground());
        String before = directory.read("LDAP", account).getAttributeValue("pwdChangedTime");
        put(
                "directory",
                Map.of("trialAccount", DirectoryOfTests.dn(account).replace(",", " , ")),
                secret());
        app.databaseAs("migrate")
                .sql("update account set `system` = :s where name = :n")
                .param("s", own)
                .param("n", account)
                .update();
        try {
            assertThat(step(tested(own), "May set a password").get("says").asString())
                    .contains("is the account of a person");
        } finally {
            app.databaseAs("migrate")
                    .sql("update account set `system` = 'directory' where name = :n")
                    .param("n", account)
                    .update();
        }
        assertThat(directory.read("LDAP", account).getAttributeValue("pwdChangedTime"))
                .isEqualTo(before);
    }

    @Test
    void whereTheMachinesHostAnswersNoSystemIsReached() {
        app.needs("ldap");
        put(
                "directory",
                Map.of("servers", List.of(Map.of("name", "one", "url", "ldaps://169.254.169.254"))),
                secret());
        JsonNode steps = tested(own);
        assertThat(outcomes(steps))
                .containsEntry("The addresses are allowed", "failed")
                .containsEntry("It is the server that is meant", "not-tried");
    }

    @Test
    void onlyStewardsSetUpAndTestAndOneTestIsUnderWayAtATime() {
        Http tove = app.desk("tove.rask").api();
        for (Answer answer :
                List.of(
                        tove.get("/api/systems"),
                        tove.get("/api/system-kinds"),
                        tove.post("/api/systems/directory/test"),
                        tove.get("/api/systems/directory/test"))) {
            assertThat(answer.status()).isEqualTo(403);
        }
        assertThat(maren.post("/api/systems/nowhere/test").status()).isEqualTo(404);
        assertThat(maren.post("/api/systems/crew-roster/test").status()).isIn(404, 409);
        maren.post("/api/systems/directory/test").ok();
        maren.post("/api/systems/directory/test").ok();
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from connection_test where state ="
                                                + " 'RUNNING' and `system` = 'directory'")
                                .query(Long.class)
                                .single())
                .isLessThanOrEqualTo(1);
        tested("directory");
    }

    @Test
    void whatSomebodyElseChangedMeanwhileIsNotOverwritten() {
        JsonNode seen =
                StreamSupport.stream(maren.get("/api/systems").ok().spliterator(), false)
                        .filter(one -> one.get("id").asString().equals("directory"))
                        .findFirst()
                        .orElseThrow();
        ObjectNode mine = steward.system("directory");
        maren.put("/api/systems/directory", mine).ok();
        Answer late =
                maren.put(
                        "/api/systems/directory",
                        mine.put("basedOn", seen.get("version").asLong()));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.body().get("title").asString()).isEqualTo("changed-meanwhile");
        assertThat(state("directory")).isIn("changed-since", "not-tested");
    }

    @Test
    void whatIsSaidOfSettingsIsWhatIsTaken() {
        for (SystemKind kind : new SystemKinds().all()) {
            if (kind.id().equals("card-index")) {
                continue;
            }
            Map<String, Object> schema =
                    Objects.requireNonNull(Json.object(Json.read(kind.settingsSchema())));
            Map<String, Object> sample = sample(schema);
            kind.credentialPlace(Fields.of("settings", sample));
            sample.put("somethingElse", "x");
            assertThatThrownBy(() -> kind.credentialPlace(Fields.of("settings", sample)))
                    .isInstanceOf(BadField.class);
        }
    }

    /** Everything that a schema names. */
    private static Map<String, Object> sample(Map<String, Object> schema) {
        Map<String, Object> sample = new LinkedHashMap<>();
        Map<String, Object> properties =
                Objects.requireNonNull(Json.object(schema.get("properties")));
        properties.forEach(
                (name, value) -> {
                    Map<String, Object> property = Objects.requireNonNull(Json.object(value));
                    assertThat(property).containsKey("title");
                    sample.put(name, sampleOf(name, property));
                });
        // One in which nothing is pinned, since that needs a certificate.
        sample.remove("certificate");
        return sample;
    }

    private static Object sampleOf(String name, Map<String, Object> property) {
        return switch (String.valueOf(property.get("type"))) {
            case "boolean" -> Boolean.FALSE;
            case "array" ->
                    List.of(sample(Objects.requireNonNull(Json.object(property.get("items")))));
            default ->
                    Json.list(property.get("examples")) instanceof List<Object> examples
                            ? examples.getFirst()
                            : "urn:example:1.0:User:" + name;
        };
    }
}
