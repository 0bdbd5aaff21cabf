package earnest.connectors.database;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.PortStores;
import earnest.testkit.Steward;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;

/** Accounts of a database server beside the directory, from Setup to the person's own password. */
@ExtendWith(App.Running.class)
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PortStoresTest {
    private static final String ID = "port-stores";

    private final App app;
    private final Desk tove;
    private final PortStores stores;
    private final List<String> accounts = new ArrayList<>();

    PortStoresTest(App app) {
        this.app = app;
        this.tove = app.desk("tove.rask");
        this.stores = new PortStores(app.ground());
    }

    @BeforeAll
    void connect() {
        for (int i = 0; i < 3; i++) {
            accounts.add(app.somebody());
        }
        accounts.forEach(stores::make);
        stores.make("trials");
        stores.make("till");
        new Steward(app.ground()).api().put("/api/systems/" + ID, stores.system()).ok();
        Eventually.waitFor(
                "its accounts to be matched",
                Duration.ofSeconds(60),
                () ->
                        app.database()
                                        .sql("select count(*) from account where `system` = :s")
                                        .param("s", ID)
                                        .query(Long.class)
                                        .single()
                                == 3);
    }

    @AfterAll
    void disconnect() {
        app.databaseAs("migrate").sql("delete from `system` where id = :s").param("s", ID).update();
    }

    private Optional<JsonNode> there(String ticket) {
        return StreamSupport.stream(tove.accounts(ticket).get("systems").spliterator(), false)
                .filter(system -> system.get("id").asString().equals(ID))
                .findFirst();
    }

    private void done(String ticket, String action) {
        tove.change(ticket, ID, action).ok();
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
    }

    @Test
    void aTemporaryPasswordIsGivenAndChangedByItsPerson() {
        String account = accounts.get(0);
        String ticket = app.proved(tove, account);
        assertThat(there(ticket)).as("on the page").isPresent();
        done(ticket, "temporary-password");
        String password = tove.readAloud(ticket);
        assertThat(stores.signIn(account, password)).isEqualTo("must change");
        stores.changeOwn(account, password, "an-own-sentence-of-mine");
        Eventually.waitFor(
                "them to be in", Duration.ofSeconds(60), () -> app.recorded(ticket, "person-in"));
        assertThat(stores.signIn(account, "an-own-sentence-of-mine")).isEqualTo("in");
        tove.close(ticket, "Given and changed.");
    }

    @Test
    void whoIsLockedOrBlockedAfterGuessesIsLetIn() {
        String account = accounts.get(1);
        stores.run(
                "alter user "
                        + PortStores.quoted(account)
                        + " identified by 'known-here-2'"
                        + " account lock");
        String ticket = app.proved(tove, account);
        assertThat(there(ticket).orElseThrow().toString()).contains("locked");
        done(ticket, "unlock");
        assertThat(stores.signIn(account, "known-here-2")).isEqualTo("in");
        for (int i = 0; i < 12; i++) {
            stores.signIn(account, "guessed-" + i);
        }
        assertThat(stores.signIn(account, "known-here-2")).isEqualTo("blocked");
        done(ticket, "unlock");
        assertThat(stores.signIn(account, "known-here-2")).isEqualTo("in");
        tove.close(ticket, "In again.");
    }

    @Test
    void atItsEndAnUnusedPasswordIsTakenOutOfForceAndNothingElseIs() {
        String account = accounts.get(2);
        String ticket = app.proved(tove, account);
        done(ticket, "temporary-password");
        String password = tove.readAloud(ticket);
        try (App.Later _ = app.later(Duration.ofHours(2))) {
            Eventually.waitFor(
                    "it to be out of force",
                    Duration.ofSeconds(60),
                    () -> stores.signIn(account, password).equals("no"));
        }
        tove.close(ticket, "Only a trial.");
    }

    private Map<String, String> tested() {
        Map<String, String> outcomes = new LinkedHashMap<>();
        new Steward(app.ground())
                .tested(ID)
                .forEach(
                        step ->
                                outcomes.put(
                                        step.get("title").asString(),
                                        step.get("outcome").asString()));
        return outcomes;
    }

    /** Each thing that may be wrong is named by its own step, and mended as the step says. */
    @Test
    void theConnectionTestFindsEachMissingRightAlone() {
        assertThat(tested()).hasSize(12).allSatisfy((t, o) -> assertThat(o).isEqualTo("good"));
        String earnest = "earnest@'127.0.0.1'";
        broken(
                "revoke create user on *.* from " + earnest,
                "grant create user on *.* to " + earnest,
                Map.of("May set a password", "failed", "May lift a lock", "failed"));
        broken(
                "revoke lock tables on mysql.* from " + earnest,
                "grant lock tables on mysql.* to " + earnest,
                Map.of("May hold them while it changes one", "failed"));
        broken(
                "revoke select on mysql.* from " + earnest,
                "grant select on mysql.* to " + earnest,
                Map.of("May read accounts", "failed"));
        broken(
                "grant select on *.* to " + earnest,
                "revoke select on *.* from " + earnest,
                Map.of("Has it more than it needs", "note"));
        broken(
                "drop user 'trials'@'127.0.0.1'",
                "create user 'trials'@'127.0.0.1' identified by 'nobody-knows-71-this'",
                Map.of("May set a password", "failed", "May lift a lock", "failed"));
    }

    private void broken(String breaks, String mends, Map<String, String> wanted) {
        stores.run(breaks);
        try {
            Map<String, String> outcomes = tested();
            outcomes.values().removeIf(o -> o.equals("good") || o.equals("not-tried"));
            assertThat(outcomes).as(breaks).isEqualTo(wanted);
        } finally {
            stores.run(mends);
        }
    }

    @Test
    void wrongSettingsAreNamed() {
        ObjectNode system = stores.system();
        ObjectNode settings = (ObjectNode) system.get("settings");
        settings.put("trialAccount", "trials");
        assertThat(put(system)).contains("trialAccount", "such as trials@%");
        settings.put("trialAccount", "trials@%");
        ((ObjectNode) settings.get("servers").get(0)).put("url", "mariadb://a:b@127.0.0.1/x");
        assertThat(put(system)).contains("servers[0].url", "mariadb://, a host");
    }

    private String put(ObjectNode system) {
        var answer = new Steward(app.ground()).api().put("/api/systems/" + ID, system);
        assertThat(answer.status()).isEqualTo(422);
        return answer.text();
    }
}
