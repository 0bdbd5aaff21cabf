package earnest.connectors.scim;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** A second system of another kind, beside the directory. */
@ExtendWith(App.Running.class)
class ShoreCloudTest {
    private static final String CLOUD = "shore-cloud";

    private final App app;
    private final Desk tove;
    private final Outside outside;

    ShoreCloudTest(App app) {
        this.app = app;
        this.tove = app.desk("tove.rask");
        this.outside = app.outside();
    }

    @BeforeEach
    void matched() {
        app.needs("scim", "ldap");
        outside.cloud("up");
        Eventually.waitFor(
                "the accounts of Shore cloud to be matched",
                Duration.ofSeconds(60),
                () ->
                        app.database()
                                        .sql(
                                                "select count(*) from account_copy where `system` ="
                                                        + " 'shore-cloud' and matched > 300 and"
                                                        + " unmatched = 3")
                                        .query(Long.class)
                                        .single()
                                == 1);
    }

    @AfterEach
    void up() {
        if (!app.isWithout("scim")) {
            outside.cloud("up");
        }
    }

    private JsonNode cloud(String ticket) {
        return StreamSupport.stream(tove.accounts(ticket).get("systems").spliterator(), false)
                .filter(system -> system.get("id").asString().equals(CLOUD))
                .findFirst()
                .orElseThrow();
    }

    private Optional<String> state(String ticket, String system) {
        Optional<String> state = Optional.empty();
        for (JsonNode change : tove.page(ticket).get("changes")) {
            if (change.get("system").asString().equals(system)) {
                state = Optional.of(change.get("state").asString());
            }
        }
        return state;
    }

    private void waitFor(String ticket, String system, String wanted) {
        Eventually.waitFor(
                "the change in " + system + " to be " + wanted,
                Duration.ofSeconds(70),
                () -> state(ticket, system).filter(wanted::equals).isPresent());
    }

    @Test
    void bothSystemsAreOnThePageAndChangedAtOnceEachByItself() {
        String account = app.somebodyAshore();
        String ticket = app.proved(tove, account);
        assertThat(tove.accounts(ticket).get("systems")).hasSize(2);
        assertThat(cloud(ticket).get("account").asString())
                .isEqualTo(account + "@brackwater.example");

        outside.cloud("slow");
        tove.change(ticket, CLOUD, "temporary-password").ok();
        tove.change(ticket, "temporary-password").ok();
        waitFor(ticket, "directory", "TOOK_EFFECT");
        waitFor(ticket, CLOUD, "TOOK_EFFECT");
        outside.cloud("up");

        Eventually.waitFor(
                "both passwords to wait",
                () -> tove.page(ticket).get("handover").get("behind").size() == 1);
        String first = tove.page(ticket).get("handover").get("system").asString();
        String one = tove.readAloud(ticket);
        JsonNode then = tove.page(ticket).get("handover");
        assertThat(then.get("system").asString()).isNotEqualTo(first);
        assertThat(then.get("behind")).isEmpty();
        String other = tove.readAloud(ticket);
        boolean cloudFirst = first.equals("Shore cloud");
        String inCloud = cloudFirst ? one : other;
        String inDirectory = cloudFirst ? other : one;

        assertThat(outside.cloudSignIn(account, inCloud, "a sentence of my own 7"))
                .isEqualTo("changed");
        outside.signInAnew(account, inDirectory, "Another of my own 8");
        Eventually.waitFor(
                "them to be in, twice",
                () ->
                        app.database()
                                        .sql(
                                                "select count(*) from entry where kind ="
                                                        + " 'person-in' and ticket_id = :t")
                                        .param("t", UUID.fromString(ticket))
                                        .query(Long.class)
                                        .single()
                                == 2);
        assertThat(tove.api().get("/api/tickets/" + ticket + "/summary").ok().toString())
                .contains("Temporary password in Shore cloud took effect")
                .contains("The password for Shore cloud was read aloud");
    }

    @Test
    void aLockIsLiftedAndSwitchedOffIsSaid() {
        String account = app.somebodyAshore();
        outside.cloudAccount(account, true, true);
        String ticket = app.proved(tove, account);
        assertThat(cloud(ticket).get("state").asString()).isEqualTo("locked");
        tove.change(ticket, CLOUD, "unlock").ok();
        waitFor(ticket, CLOUD, "TOOK_EFFECT");
        assertThat(cloud(ticket).get("state").asString()).isEqualTo("open");

        outside.cloudAccount(account, false, false);
        assertThat(cloud(ticket).get("hindrance").asString())
                .contains("Switched off", "the shore office");
    }

    @Test
    void whatGaveNoAnswerIsReadBackAndAsksNothingTwice() {
        String account = app.somebodyAshore();
        String ticket = app.proved(tove, account);
        outside.cloud("silent");
        tove.change(ticket, CLOUD, "temporary-password").ok();
        waitFor(ticket, CLOUD, "TOOK_EFFECT");
        outside.cloud("up");
        assertThat(outside.cloudSignIn(account, tove.readAloud(ticket), "a sentence of my own 7"))
                .isEqualTo("changed");
    }

    @Test
    void awayAndBusyChangeNothingAndSaySo() {
        String account = app.somebodyAshore();
        String ticket = app.proved(tove, account);
        outside.cloud("busy");
        assertThat(cloud(ticket).get("hindrance").asString()).contains("Shore cloud is busy");
        outside.cloud("away");
        assertThat(cloud(ticket).get("hindrance").asString())
                .contains("Shore cloud does not answer");
        assertThat(tove.change(ticket, CLOUD, "temporary-password").problem())
                .isEqualTo("cannot-be-helped");
        tove.change(ticket, "temporary-password").ok();
        waitFor(ticket, "directory", "TOOK_EFFECT");
    }

    @Test
    void anUnusedTemporaryPasswordEndsByEarnest() {
        String account = app.somebodyAshore();
        String ticket = app.proved(tove, account);
        tove.change(ticket, CLOUD, "temporary-password").ok();
        waitFor(ticket, CLOUD, "TOOK_EFFECT");
        String password = tove.readAloud(ticket);
        assertThat(outside.cloudSignIn(account, password, "")).isEqualTo("must-change");
        try (App.Later _ = app.later(Duration.ofHours(2))) {
            Eventually.waitFor(
                    "it to be out of force",
                    Duration.ofSeconds(30),
                    () -> app.recorded(ticket, "handover-expired"));
        }
        assertThat(outside.cloudSignIn(account, password, "")).isEqualTo("refused");
    }

    @Test
    void anAddressThatChangedHandsMovesNoAccount() {
        String account = app.somebodyAshore();
        String other = app.somebody();
        UUID before = owner(account);
        app.database()
                .sql(
                        "update contact c join person p on p.id = c.person_id set c.value = :m"
                                + " where p.account = :o and c.kind = 'work-mail'")
                .param("m", account + "@brackwater.example")
                .param("o", other)
                .update();
        try {
            app.database().sql("update account_copy set whole_at = null, tried_at = null").update();
            Eventually.waitFor(
                    "another look",
                    () ->
                            app.database()
                                            .sql(
                                                    "select count(*) from account_copy where"
                                                            + " whole_at is not null")
                                            .query(Long.class)
                                            .single()
                                    == 1);
            assertThat(owner(account)).isEqualTo(before);
        } finally {
            app.database()
                    .sql(
                            "update contact c join person p on p.id = c.person_id set c.value = :m"
                                    + " where p.account = :o and c.kind = 'work-mail'")
                    .param("m", other + "@brackwater.example")
                    .param("o", other)
                    .update();
        }
    }

    private UUID owner(String account) {
        return app.database()
                .sql("select person_id from account where `system` = 'shore-cloud' and name = :n")
                .param("n", account + "@brackwater.example")
                .query(UUID.class)
                .single();
    }

    @Test
    void settingsThatWouldTellASecretInTheClearAreRefused() {
        Map<String, Object> wanted =
                Map.of(
                        "kind",
                        "scim",
                        "name",
                        "Elsewhere",
                        "whoHelps",
                        "nobody",
                        "position",
                        9,
                        "settings",
                        Map.of("url", "http://cloud.example/scim"),
                        "passwordRules",
                        Map.of("styles", new String[] {"copied"}));
        assertThat(
                        app.desk("maren.holt")
                                .api()
                                .put("/api/systems/elsewhere", wanted)
                                .body()
                                .get("detail")
                                .asString())
                .contains("settings.url", "https://");
    }
}
