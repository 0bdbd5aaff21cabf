package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.Map;

/** Changes to accounts of a real directory, and why some cannot be made. */
@ExtendWith(App.Running.class)
class ChangesTest {
    private App app;
    private Desk tove;
    private DirectoryOfTests directory;

    @BeforeEach
    void analyst(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        directory = app.directory();
    }

    private String hindrance(String account) {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        return tove.accounts(ticket).get("systems").get(0).path("hindrance").asString("");
    }

    @Test
    void aTemporaryPasswordLiftsALockAndMustBeChanged() {
        String account = app.somebody();
        directory.lock("LDAP", account);
        String ticket = app.proved(tove, account);
        assertThat(tove.accounts(ticket).get("systems").get(0).get("state").asString())
                .isEqualTo("locked");
        tove.change(ticket, "temporary-password").ok();
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
        assertThat(directory.locked("LDAP", account)).isFalse();
        assertThat(directory.locked("REPLICA", account)).isFalse();
        String password = tove.readAloud(ticket);
        assertThat(directory.readOwnEntry(account, password))
                .isEqualTo(ResultCode.INSUFFICIENT_ACCESS_RIGHTS);
        assertThat(directory.changeOwn(account, password, "a sentence of my own 5"))
                .isEqualTo(ResultCode.SUCCESS);
        assertThat(directory.readOwnEntry(account, "a sentence of my own 5"))
                .isEqualTo(ResultCode.SUCCESS);
        Eventually.waitFor(
                "the first sign-in to be seen",
                () -> tove.page(ticket).get("handover").get("state").has("inAt"));
    }

    @Test
    void aLockOnTheReplicaAloneIsSeenAndLifted() {
        String account = app.somebody();
        directory.lock("REPLICA", account);
        assertThat(directory.locked("LDAP", account)).isFalse();
        String ticket = app.proved(tove, account);
        JsonNode system = tove.accounts(ticket).get("systems").get(0);
        assertThat(system.get("words").asString()).isEqualTo("locked on a replica");
        tove.change(ticket, "unlock").ok();
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
        assertThat(directory.locked("REPLICA", account)).isFalse();
    }

    @Test
    void whatCannotBeHelpedSaysWhyAndWhoCan() {
        assertThat(hindrance("jpenhale")).contains("Validity is over").contains("crewing office");
        assertThat(hindrance("cbrannigan")).contains("Switched off").contains("crewing office");
        assertThat(hindrance("trask")).contains("your own account");
        assertThat(hindrance(app.somebody())).isEmpty();
    }

    @Test
    void aResetDoesNotLiftAnAdministratorsLock() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        directory.switchOff(account, true);
        Answer refused = tove.change(ticket, "temporary-password");
        assertThat(refused.problem()).isEqualTo("cannot-be-helped");
        assertThat(directory.read("LDAP", account).getAttributeValue("pwdAccountLockedTime"))
                .isEqualTo("000001010000Z");
    }

    @Test
    void theOwnAccountIsClosedEvenWhenProved() {
        String ticket = app.proved(tove, "trask");
        // It is privileged as well, so that more than this is asked before it is looked at.
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isIn("cannot-be-helped", "not-sure-enough");
        assertThat(tove.accounts(ticket).toString()).contains("your own account");
    }

    @Test
    void withoutEnoughProofTheServerSaysNo() {
        String ticket = app.visitor(tove);
        String account = app.somebody();
        assertThat(tove.change(ticket, "unlock").problem()).isEqualTo("nobody-named");
        tove.claim(ticket, account).ok();
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        app.word(tove, ticket, "north");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        assertThat(tove.change(ticket, "tea").status()).isEqualTo(422);
    }

    @Test
    void privilegedPeopleNeedMoreThanThisDeskCanGive() {
        directory.lock("LDAP", "pramanholt");
        String ticket = app.proved(tove, "pramanholt");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        tove.change(ticket, "unlock").ok();
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
    }

    @Test
    void bridgeOfficersNeedSomebodyWhoVouches() {
        String ticket = app.proved(tove, "msolheim");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void aRepeatedRequestReturnsTheRunningOneAndAnOldPageIsRefused() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        long version = tove.version(ticket);
        Map<String, Object> wanted =
                Map.of("system", "directory", "action", "temporary-password", "version", version);
        tove.api().post("/api/tickets/" + ticket + "/changes", wanted).ok();
        tove.settled(ticket);
        Answer old = tove.api().post("/api/tickets/" + ticket + "/changes", wanted);
        assertThat(old.problem()).isEqualTo("changed-meanwhile");
        assertThat(tove.page(ticket).get("changes")).hasSize(1);
    }

    @Test
    void changesPerPersonAndDayAreLimited() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        for (int i = 0; i < 3; i++) {
            tove.change(ticket, "temporary-password").ok();
            tove.settled(ticket);
        }
        Answer refused = tove.change(ticket, "temporary-password");
        assertThat(refused.status()).isEqualTo(429);
        assertThat(refused.problem()).isEqualTo("too-many-changes");
    }

    @Test
    void aTicketHeldByAnotherIsReadNotTouched() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        Desk jonas = app.desk("jonas.lie");
        assertThat(jonas.page(ticket).get("ticket").get("mine").asBoolean()).isFalse();
        Answer refused = jonas.change(ticket, "temporary-password");
        assertThat(refused.problem()).isEqualTo("held-by-another");
        assertThat(refused.body().get("detail").asString()).contains("Tove Rask");
        assertThat(jonas.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                .isEqualTo("held-by-another");
        assertThat(
                        jonas.api()
                                .post(
                                        "/api/tickets/" + ticket + "/checks",
                                        Map.of("offer", "harbour-word.north"))
                                .problem())
                .isEqualTo("held-by-another");
        jonas.api().post("/api/tickets/" + ticket + "/take").ok();
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("held-by-another");
        jonas.change(ticket, "temporary-password").ok();
        assertThat(jonas.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
    }

    @Test
    void whileTheDirectoryIsAwayTheDeskLivesOnAndSaysSo() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        app.ground().end("directory");
        try {
            assertThat(tove.person(account)).isNotEmpty();
            JsonNode system = tove.accounts(ticket).get("systems").get(0);
            assertThat(system.get("state").asString()).isEqualTo("away");
            assertThat(system.get("hindrance").asString()).contains("does not answer");
            Answer refused = tove.change(ticket, "temporary-password");
            assertThat(refused.problem()).isEqualTo("cannot-be-helped");
            Eventually.waitFor(
                    "the trouble to be shown",
                    () -> tove.accounts(ticket).get("freshness").has("trouble"));
        } finally {
            app.ground().again();
        }
        Eventually.waitFor(
                "the directory to be back",
                () ->
                        !tove.accounts(ticket)
                                .get("systems")
                                .get(0)
                                .get("state")
                                .asString()
                                .equals("away"));
        tove.change(ticket, "temporary-password").ok();
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
    }

    @Test
    void aReplicaThatIsAwayIsSaidToBeBehind() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        app.ground().end("replica");
        try {
            tove.change(ticket, "temporary-password").ok();
            Eventually.waitFor(
                    "the change to be on the provider",
                    () ->
                            tove.last(ticket)
                                    .orElseThrow()
                                    .get("servers")
                                    .toString()
                                    .contains("has it"));
            JsonNode servers = tove.last(ticket).orElseThrow().get("servers");
            assertThat(servers.toString()).contains("\"server\":\"replica\",\"state\":\"waiting\"");
            assertThat(tove.accounts(ticket).get("systems").get(0).get("servers").toString())
                    .contains("does not answer");
            // The server that takes writes has it, so the handover may begin.
            assertThat(tove.readAloud(ticket)).hasSize(12);
            try (App.Later _ = app.later(Duration.ofMinutes(11))) {
                Eventually.waitFor(
                        "the replica to be called behind",
                        () ->
                                tove.last(ticket)
                                        .orElseThrow()
                                        .get("servers")
                                        .toString()
                                        .contains("behind"));
            }
        } finally {
            app.ground().again();
        }
    }

    @Test
    void aChangeThatThePersonMadeMeanwhileIsNotOverwritten() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String password = tove.readAloud(ticket);
        directory.changeOwn(account, password, "a sentence of my own 6");
        try (App.Later _ = app.later(Duration.ofMinutes(61))) {
            Eventually.waitFor("the sign-in to be seen", () -> app.recorded(ticket, "person-in"));
        }
        assertThat(directory.readOwnEntry(account, "a sentence of my own 6"))
                .isEqualTo(ResultCode.SUCCESS);
    }
}
