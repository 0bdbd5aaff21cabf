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

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** Changes and handovers against races, odd answers from outside and what others do meanwhile. */
@ExtendWith(App.Running.class)
class ChangeAttacksTest {
    private App app;
    private Desk tove;
    private DirectoryOfTests directory;

    @BeforeEach
    void analyst(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        directory = app.directory();
    }

    @Test
    void twoChangesOfOneAccountNeverOverlap() throws Exception {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        long version = tove.version(ticket);
        Callable<Answer> ask =
                () ->
                        tove.api()
                                .post(
                                        "/api/tickets/" + ticket + "/changes",
                                        Map.of(
                                                "system", "directory",
                                                "action", "temporary-password",
                                                "version", version));
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            threads.invokeAll(List.of(ask, ask, ask, ask));
        }
        tove.settled(ticket);
        assertThat(tove.page(ticket).get("changes")).hasSize(1);
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from account_change where running is not"
                                                + " null and account = :a")
                                .param("a", account)
                                .query(Long.class)
                                .single())
                .isZero();
    }

    /** The database itself sees to it, with states as they are stored. */
    @Test
    void aRunningChangeIsOneRow() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        app.database()
                .sql("update account_change set state = 'UNKNOWN' where ticket_id = :t")
                .param("t", UUID.fromString(ticket))
                .update();
        assertThat(
                        app.database()
                                .sql("select running from account_change where ticket_id = :t")
                                .param("t", UUID.fromString(ticket))
                                .query(String.class)
                                .single())
                .isEqualTo("directory " + account);
        app.database()
                .sql("update account_change set state = 'TOOK_EFFECT' where ticket_id = :t")
                .param("t", UUID.fromString(ticket))
                .update();
    }

    private void anHourLater(String until, String ticket) {
        try (App.Later _ = app.later(Duration.ofMinutes(61))) {
            Eventually.waitFor(until, () -> app.recorded(ticket, until));
        }
    }

    private String given(String account) {
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        return ticket;
    }

    private String state(String ticket) {
        return tove.page(ticket).get("handover").get("state").get("state").asString();
    }

    @Test
    void aFlagThatAnAdministratorTookAwayIsNoSignIn() {
        String account = app.somebody();
        String ticket = given(account);
        String password = tove.readAloud(ticket);
        directory.administer(
                "dn: " + DirectoryOfTests.dn(account),
                "changetype: modify",
                "replace: pwdReset",
                "pwdReset: FALSE");
        Eventually.waitFor("the desk to be told", () -> app.recorded(ticket, "handover-unflagged"));
        assertThat(app.recorded(ticket, "person-in")).isFalse();
        // It runs out all the same.
        anHourLater("handover-expired", ticket);
        assertThat(state(ticket)).isEqualTo("expired");
        assertThat(directory.bind(account, password)).isEqualTo(ResultCode.INVALID_CREDENTIALS);
    }

    @Test
    void anExpiryThatIsRefusedIsSaidAndNotTriedForEverInSilence() {
        String account = app.somebody();
        String ticket = given(account);
        directory.switchOff(account, true);
        try {
            anHourLater("change-refused", ticket);
            Eventually.waitFor(
                    "the desk to be told",
                    () ->
                            tove.page(ticket)
                                    .get("ticket")
                                    .path("reminder")
                                    .asString("")
                                    .contains("could not be taken out of force"));
            assertThat(
                            app.database()
                                    .sql(
                                            "select timestampdiff(second, utc_timestamp(6),"
                                                    + " expiry_next_at) from handover where"
                                                    + " ticket_id = :t")
                                    .param("t", UUID.fromString(ticket))
                                    .query(Long.class)
                                    .single())
                    .isGreaterThan(Duration.ofMinutes(5).toSeconds());
        } finally {
            directory.switchOff(account, false);
        }
    }

    @Test
    void aSecretThatWasSaidBackIsRefusedInTheSummaryWhileItIsInForce() {
        String account = app.somebody();
        String ticket = given(account);
        String password = tove.readAloud(ticket);
        Answer refused =
                tove.api()
                        .post(
                                "/api/tickets/" + ticket + "/close",
                                Map.of(
                                        "summary",
                                        "Gave her " + password,
                                        "version",
                                        tove.version(ticket)));
        assertThat(refused.problem()).isEqualTo("secret-in-summary");
    }

    /** Whoever resets a lead's own account has the lead. */
    @Test
    void anAccountOfSomebodyWithARoleHereAsksAsMuchAsAPrivilegedOne() {
        String ticket = app.proved(tove, "ranand");
        assertThat(tove.page(ticket).at("/who/groups").toString()).contains("privileged");
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        app.database()
                .sql("update analyst set ended_at = utc_timestamp(6) where login = 'ravi.anand'")
                .update();
        try {
            assertThat(tove.page(ticket).at("/who/groups").toString())
                    .as("from the moment on at which the role ends")
                    .doesNotContain("privileged");
        } finally {
            app.database()
                    .sql("update analyst set ended_at = null where login = 'ravi.anand'")
                    .update();
        }
        tove.close(ticket, "Only a trial.");
    }
}
