package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** Changes and handovers against races, odd answers from outside and what others do meanwhile. */
@ExtendWith(App.Running.class)
class ChangeAttacksTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private DirectoryOfTests directory;

    @BeforeEach
    void analyst(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        directory = app.directory();
    }

    @AfterEach
    void gatewayUp() {
        outside.gateway("up");
    }

    @Test
    void twoChangesOfOneAccountNeverOverlap() throws Exception {
        String account = app.somebody();
        String ticket = tove.proved(account, outside);
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
        String ticket = tove.proved(account, outside);
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
        String ticket = tove.proved(account, outside);
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

    private String texting(String account, String mode) {
        String ticket = given(account);
        outside.gateway(mode);
        String contact =
                tove.page(ticket).get("handover").get("contacts").get(0).get("id").asString();
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/handover/route",
                        Map.of("route", "text", "contact", contact))
                .ok();
        return ticket;
    }

    /** A gateway that took it and then answers 502 has taken it. */
    @Test
    void aTextThatTheGatewayTookBeforeItFailedIsNotSentAgain() {
        String account = app.somebody();
        String ticket = texting(account, "taken-then-failed");
        Eventually.waitFor("it to be asked about", () -> state(ticket).equals("arrived"));
        assertThat(
                        outside.texts(account).stream()
                                .filter(t -> t.startsWith("Your temporary password is ")))
                .hasSize(1);
    }

    @Test
    void aTextOfWhichNobodyCanTellIsNotCalledNotLeft() {
        String account = app.somebody();
        String ticket = texting(account, "silent");
        Eventually.waitFor(
                "the gateway to take it",
                () ->
                        outside.texts(account).stream()
                                .anyMatch(t -> t.startsWith("Your temporary password is ")));
        outside.gateway("down");
        // No answer for five seconds, then asked about ten seconds later.
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            Eventually.get(
                    "it to be given up",
                    Duration.ofSeconds(45),
                    () -> Optional.of(state(ticket)).filter("unclear"::equals));
        }
        assertThat(tove.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                .isEqualTo("out-of-force");
        assertThat(app.recorded(ticket, "message-unclear")).isTrue();
    }

    @Test
    void aGatewayThatDripsHoldsUpNoChange() {
        String ticket = tove.proved(app.somebody(), outside);
        outside.gateway("dripping");
        for (int i = 0; i < 6; i++) {
            String other = tove.proved(app.somebody(), outside);
            tove.begin(other, "code-by-text");
        }
        tove.api().post("/api/tickets/" + ticket + "/speak").ok();
        long begun = System.nanoTime();
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(8));
    }

    @Test
    void aSwitchboardThatRefusesIsSaidAndTheCheckCanBeEnded() {
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, app.somebody()).ok();
        outside.switchboard("refusing");
        try {
            String check = tove.begin(ticket, "call-back");
            Eventually.waitFor(
                    "it to be said", () -> tove.says(ticket).contains("does not take the call"));
            tove.end(ticket, check).ok();
        } finally {
            outside.switchboard("up");
        }
    }

    @Test
    void aNumberThatWasReplacedIsToldToo() {
        String account = app.somebody();
        String ticket = tove.proved(account, outside);
        // As if a thief had put another number there a moment ago.
        app.database()
                .sql(
                        "insert into contact (id, person_id, kind, value, since, removed_at,"
                            + " path_name) select uuid(), id, 'work-mobile', '+447700900998', null,"
                            + " utc_timestamp(6), md5(uuid()) from person where account = :a")
                .param("a", account)
                .update();
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        Eventually.waitFor(
                "the former number to be told",
                () ->
                        app.database()
                                        .sql(
                                                "select count(*) from message m join contact c on"
                                                    + " c.id = m.contact_id where m.ticket_id = :t"
                                                    + " and m.purpose = 'told' and m.state in"
                                                    + " ('LEFT', 'ARRIVED') and c.value ="
                                                    + " '+447700900998'")
                                        .param("t", UUID.fromString(ticket))
                                        .query(Long.class)
                                        .single()
                                == 1);
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
}
