package earnest.changes;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.List;
import java.util.Map;

/** The same change in two systems at once: each judged, done and refused by itself. */
@ExtendWith(App.Running.class)
class SameInSeveralTest {
    private static final List<String> BOTH = List.of("directory", "shore-cloud");

    private App app;
    private Desk tove;
    private String account;

    @BeforeEach
    void somebodyWithTwoAccounts(App app) {
        this.app = app;
        app.needs("ldap", "scim");
        app.outside().cloud("up");
        tove = app.desk("tove.rask");
        account = app.somebodyAshore();
    }

    private Answer together(Desk desk, String ticket, String action, long version, String... of) {
        return desk.api()
                .post(
                        "/api/tickets/" + ticket + "/changes/together",
                        Map.of("systems", List.of(of), "action", action, "version", version));
    }

    private Answer both(String ticket, String action) {
        return together(tove, ticket, action, tove.version(ticket), BOTH.toArray(String[]::new));
    }

    @Test
    void eachTakesEffectAndHasAPasswordOfItsOwn() {
        String ticket = app.proved(tove, account);
        JsonNode decided = both(ticket, "temporary-password").ok();
        assertThat(decided).hasSize(2).allSatisfy(one -> assertThat(one.has("change")).isTrue());
        Eventually.waitFor(
                "both to take effect",
                Duration.ofSeconds(60),
                () ->
                        tove.page(ticket).get("changes").size() == 2
                                && tove.page(ticket)
                                                .get("changes")
                                                .toString()
                                                .split("TOOK_EFFECT")
                                                .length
                                        == 3);
        String one = tove.readAloud(ticket);
        assertThat(tove.readAloud(ticket)).isNotEqualTo(one);
        tove.close(ticket, "Both given.");
    }

    @Test
    void oneThatIsRefusedStopsNoOther() {
        String ticket = app.proved(tove, account);
        app.directory().lock("LDAP", account);
        JsonNode decided =
                together(
                                tove,
                                ticket,
                                "unlock",
                                tove.version(ticket),
                                "shore-cloud",
                                "directory",
                                "nowhere")
                        .ok();
        assertThat(decided.at("/0/problem").asString()).isEqualTo("not-locked");
        assertThat(decided.at("/0/words").asString()).contains("not locked");
        assertThat(decided.at("/1/system").asString()).isEqualTo("directory");
        assertThat(decided.at("/1").has("change")).isTrue();
        assertThat(decided.at("/2/problem").asString()).isEqualTo("unknown");
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
        assertThat(tove.page(ticket).get("changes")).hasSize(1);
        tove.close(ticket, "One was locked.");
    }

    @Test
    void withoutProofEachIsRefusedAndThatIsOnTheRecord() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        JsonNode decided = both(ticket, "temporary-password").ok();
        assertThat(decided)
                .hasSize(2)
                .allSatisfy(
                        one ->
                                assertThat(one.get("problem").asString())
                                        .isEqualTo("not-sure-enough"));
        assertThat(tove.page(ticket).get("tape").toString().split("was not allowed to give"))
                .as("each by itself")
                .hasSize(3);
        assertThat(tove.page(ticket).get("changes")).isEmpty();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whatCameInSinceStopsAllAndNobodyElseMayAsk() {
        String ticket = app.proved(tove, account);
        long seen = tove.version(ticket);
        tove.api().post("/api/tickets/" + ticket + "/pressed").ok();
        assertThat(together(tove, ticket, "temporary-password", seen, "directory").problem())
                .isEqualTo("changed-meanwhile");
        Desk jonas = app.desk("jonas.lie");
        assertThat(
                        together(
                                        jonas,
                                        ticket,
                                        "temporary-password",
                                        tove.version(ticket),
                                        "directory")
                                .problem())
                .isEqualTo("held-by-another");
        assertThat(together(tove, ticket, "temporary-password", seen).status()).isEqualTo(422);
        assertThat(tove.page(ticket).get("changes")).isEmpty();
        tove.close(ticket, "Only a trial.");
    }
}
