package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.ground.Routine;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;

/** The rules are changed by two, after they were rehearsed on what was decided. */
@ExtendWith(App.Running.class)
class RulesTest {
    private App app;
    private Http ravi;
    private Http maren;

    @BeforeEach
    void theLeadAndTheSteward(App app) {
        this.app = app;
        ravi = app.desk("ravi.anand").api();
        maren = app.desk("maren.holt").api();
    }

    /** Other tests are judged by the rules that were in force before. */
    @AfterEach
    void asItWas() {
        JsonNode waiting = ravi.get("/api/rulebook").ok().get("proposed");
        if (waiting != null && !waiting.isNull()) {
            answer(ravi, waiting.at("/proposal/id").asString(), false).ok();
        }
    }

    private String file() {
        return ravi.get("/api/rulebook/file").ok().get("content").asString();
    }

    private String changed(Consumer<ObjectNode> change) {
        ObjectNode file = (ObjectNode) JsonMapper.shared().readTree(file());
        change.accept(file);
        return file.toString();
    }

    private static ObjectNode points(ObjectNode file, String method) {
        return (ObjectNode) file.at("/checks/" + method);
    }

    private static Answer propose(Http who, String content) {
        return who.post(
                "/api/rulebook/proposals",
                Map.of("name", "for the season", "content", content, "reason", "A trial."));
    }

    private static Answer answer(Http who, String proposal, boolean agreed) {
        return who.post(
                "/api/rulebook/proposals/" + proposal + "/answer", Map.of("agreed", agreed));
    }

    private JsonNode proposed() {
        return ravi.get("/api/rulebook").ok().get("proposed");
    }

    private boolean nothingProposed() {
        JsonNode now = proposed();
        return now == null || now.isNull();
    }

    @Test
    void whatIsProposedIsRehearsedAndTakesTwo() {
        Desk tove = app.desk("tove.rask");
        String ticket = app.proved(tove, app.somebody());
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String unsure = app.visitor(tove);
        tove.claim(unsure, app.somebody()).ok();
        app.word(tove, unsure, "north");
        assertThat(tove.change(unsure, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        assertThat(app.recorded(unsure, "change-not-allowed")).isTrue();
        String before = file();

        String harder = changed(file -> points(file, "harbour-word").put("points", 12));
        String proposal = propose(ravi, harder).ok().get("proposal").asString();
        JsonNode rehearsed = proposed().at("/proposal/rehearsed");
        assertThat(rehearsed.get("nothingLeft").asInt() + rehearsed.get("moreChecks").asInt())
                .isPositive();
        assertThat(rehearsed.get("asItWas").asInt()).isPositive();
        assertThat(proposed().get("changes").toString()).contains("Harbour word", "22 points");
        assertThat(propose(maren, harder).problem()).isEqualTo("asked-already");
        assertThat(answer(ravi, proposal, true).problem()).isEqualTo("needs-second-person");
        assertThat(answer(tove.api(), proposal, true).status()).isEqualTo(403);
        assertThat(tove.standing(unsure)).isEqualTo(22);

        answer(maren, proposal, true).ok();
        assertThat(tove.standing(unsure)).isEqualTo(12);
        assertThat(answer(maren, proposal, true).problem()).isEqualTo("decided");

        String back = propose(maren, before).ok().get("proposal").asString();
        assertThat(proposed().at("/proposal/rehearsed/openedMore").asInt()).isNotNegative();
        answer(ravi, back, true).ok();
        assertThat(tove.standing(unsure)).isEqualTo(22);
        tove.close(unsure, "Only a trial.");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aLowerBarOpensMore() {
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, app.somebody()).ok();
        app.word(tove, ticket, "north");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        String lower = changed(file -> points(file, "harbour-word").put("points", 45));
        propose(ravi, lower.replace("\"paths\":2", "\"paths\":1")).ok();
        assertThat(proposed().at("/proposal/rehearsed/openedMore").asInt()).isPositive();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whatIsRehearsedIsNotProposedAndNamesItsCases() {
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, app.somebody()).ok();
        app.word(tove, ticket, "north");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        String number = tove.page(ticket).at("/ticket/number").asString().replaceAll("\\D", "");
        String lower =
                changed(file -> points(file, "harbour-word").put("points", 45))
                        .replace("\"paths\":2", "\"paths\":1");
        JsonNode tried = ravi.post("/api/rulebook/rehearsals", Map.of("content", lower)).ok();
        assertThat(tried.get("changes").toString()).contains("Harbour word");
        assertThat(tried.at("/rehearsed/which").toString())
                .contains("\"ticket\":" + number, "opened-more", "temporary-password");
        assertThat(nothingProposed()).isTrue();
        assertThat(tove.api().post("/api/rulebook/rehearsals", Map.of("content", lower)).status())
                .isEqualTo(403);
        assertThat(ravi.post("/api/rulebook/rehearsals", Map.of("content", "{}")).status())
                .isEqualTo(422);
        tove.close(ticket, "Only a trial.");
    }

    private static Answer proposeFor(Http who, String content, Instant at) {
        return who.post(
                "/api/rulebook/proposals",
                Map.of(
                        "name",
                        "for the season",
                        "content",
                        content,
                        "reason",
                        "A trial.",
                        "beginsAt",
                        at.toString()));
    }

    private long version() {
        return ravi.get("/api/rulebook").ok().get("version").asLong();
    }

    @Test
    void whatIsAgreedToTakesForceAtItsTimeAndCanBeTakenBackUntilThen() {
        String before = file();
        String harder = changed(file -> points(file, "harbour-word").put("points", 21));
        long version = version();
        assertThat(proposeFor(ravi, harder, Instant.now().minusSeconds(60)).problem())
                .isEqualTo("invalid");
        Instant soon = Instant.now().plusSeconds(3600);
        String back = proposeFor(ravi, harder, soon).ok().get("proposal").asString();
        answer(maren, back, true).ok();
        assertThat(version()).as("not before its time").isEqualTo(version);
        assertThat(proposed().at("/proposal/agreed").asBoolean()).isTrue();
        assertThat(answer(maren, back, true).problem()).as("once").isEqualTo("decided");
        assertThat(propose(maren, before).problem()).isEqualTo("asked-already");
        answer(maren, back, false).ok();
        assertThat(nothingProposed()).isTrue();

        String holds =
                proposeFor(ravi, harder, Instant.now().plusSeconds(2))
                        .ok()
                        .get("proposal")
                        .asString();
        answer(maren, holds, true).ok();
        Eventually.waitFor("it to take force", () -> version() == version + 1);
        assertThat(answer(maren, holds, false).problem()).isEqualTo("decided");
        String again = propose(maren, before).ok().get("proposal").asString();
        answer(ravi, again, true).ok();
    }

    @Test
    void whatWaitsForItsTimeIsOverWhereOtherRulesCameBetween() {
        String before = file();
        String harder = changed(file -> points(file, "harbour-word").put("points", 21));
        String waits =
                proposeFor(ravi, harder, Instant.now().plusSeconds(2))
                        .ok()
                        .get("proposal")
                        .asString();
        app.databaseAs("migrate")
                .sql("update rulebook_proposal set instead_of = instead_of - 1 where id = :p")
                .param("p", UUID.fromString(waits))
                .update();
        assertThat(answer(maren, waits, true).problem()).isEqualTo("changed-meanwhile");
        app.databaseAs("migrate")
                .sql("update rulebook_proposal set state = 'for-later' where id = :p")
                .param("p", UUID.fromString(waits))
                .update();
        app.publish(new Routine.Wake("rules-begin"));
        long version = version();
        Eventually.waitFor("it to be over", this::nothingProposed);
        assertThat(version()).isEqualTo(version);
        assertThat(file()).isEqualTo(before);
    }

    @Test
    void whatIsWrongIsSaidByItsField() {
        assertThat(propose(ravi, "{").text()).contains("not JSON");
        String wrong = changed(file -> points(file, "call-back").put("points", -3));
        assertThat(propose(ravi, wrong).text()).contains("call-back");
        assertThat(propose(ravi, wrong).status()).isEqualTo(422);
    }

    @Test
    void whatWouldLockEverybodyOutTakesNoForce() {
        Desk tove = app.desk("tove.rask");
        String ticket = app.proved(tove, app.somebody());
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String locks =
                changed(
                        file ->
                                file.get("rules")
                                        .forEach(rule -> ((ObjectNode) rule).put("points", 900)));
        assertThat(propose(ravi, locks).problem()).isEqualTo("locks-everybody-out");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void nobodyElseProposes() {
        String same = file();
        assertThat(propose(app.desk("tove.rask").api(), same).status()).isEqualTo(403);
        assertThat(propose(app.desk("elif.hartono").api(), same).status()).isEqualTo(403);
    }
}
