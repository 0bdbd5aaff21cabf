package earnest.checks.methods.tap;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A service outside asks people on their device; what it says is believed only if it is proved. */
@ExtendWith(App.Running.class)
class OutsideTapTest {
    private static final String ACCOUNT = "msantos2";

    private App app;
    private Desk tove;
    private Outside outside;
    private String ticket;
    private String check;

    @BeforeEach
    void sheIsAsked(App app) {
        app.needs("tap-approve", "ldap");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        outside.lantern("up");
        ticket = app.visitor(tove);
        tove.claim(ticket, ACCOUNT).ok();
        app.database()
                .sql(
                        "update proof_check set started_at = started_at - interval 1 hour where"
                                + " method = 'tap-approve'")
                .update();
    }

    /** Other tests find her as she was: her 'no' stops nothing of theirs. */
    @AfterEach
    void asItWas() {
        outside.lantern("up");
        app.database()
                .sql(
                        "update proof_check set stop_lifted_at = utc_timestamp(6) where method ="
                                + " 'tap-approve' and state = 'DENIED'")
                .update();
        tove.close(ticket, "Only a trial.");
    }

    private void begin() {
        check = tove.take(ticket, "tap-approve:outside");
    }

    private static String word(String shows) {
        return shows.substring(shows.lastIndexOf(' ') + 1);
    }

    @Test
    void aYesThereAndTheWordCount() {
        begin();
        String shows = outside.lanternShows(ACCOUNT);
        assertThat(shows).startsWith("Tove Rask, service desk asks.");
        assertThat(tove.type(ticket, check, word(shows)).problem())
                .as("a word without a yes is none")
                .isEqualTo("too-early");
        outside.answerLantern(ACCOUNT, "yes");
        Eventually.waitFor("the yes", () -> tove.says(ticket).startsWith("They said yes"));
        assertThat(tove.type(ticket, check, "lighthouse").ok().get("outcome").asString())
                .isEqualTo("wrong");
        tove.type(ticket, check, word(shows)).ok();
        // Less what her other tickets of these tests say.
        assertThat(tove.standing(ticket)).isBetween(20, 22);
    }

    @Test
    void aNoThereStops() {
        begin();
        outside.answerLantern(ACCOUNT, "no");
        Eventually.waitFor("the no", () -> tove.page(ticket).at("/proof/stopped").asBoolean());
    }

    /** Whoever stands between must sign for the issuer, for us, for her, and now. */
    @Test
    void whatIsNotSignedForHerAndForUsAndNowIsNoYes() {
        for (String mode : new String[] {"forged", "somebody-else", "for-another", "old"}) {
            begin();
            outside.lanternShows(ACCOUNT);
            outside.lantern(mode);
            outside.answerLantern(ACCOUNT, "yes");
            Eventually.waitFor(
                    mode + " to be seen through",
                    () -> tove.says(ticket).startsWith("It cannot be asked yet: its answer"));
            assertThat(tove.standing(ticket)).isNotPositive();
            tove.end(ticket, check).ok();
            outside.lantern("up");
        }
    }

    @Test
    void whereItIsAwayThatIsSaidAndItIsTriedAgain() {
        outside.lantern("down");
        begin();
        Eventually.waitFor(
                "the trouble to be said",
                () -> tove.says(ticket).contains("it answered with status 503"));
        outside.lantern("up");
        outside.answerLantern(ACCOUNT, "yes");
        Eventually.waitFor("the yes", () -> tove.says(ticket).startsWith("They said yes"));
    }

    @Test
    void whoIsNotInItsGroupIsNotOfferedIt() {
        tove.claim(ticket, app.somebody()).ok();
        assertThat(tove.page(ticket).at("/proof/offers").toString())
                .doesNotContain("tap-approve:outside");
    }
}
