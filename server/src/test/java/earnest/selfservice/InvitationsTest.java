package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** An invitation brings an address, and proves nothing about whoever follows it. */
@ExtendWith(App.Running.class)
class InvitationsTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    @BeforeEach
    void somebodyIsNamed(App app) {
        app.needs("text");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
    }

    private String invite() {
        return tove.api().post("/api/tickets/" + ticket + "/invitation").problem();
    }

    @Test
    void itComesToAContactOnRecordTwiceADayAtMost() {
        int before = outside.texts(account).size();
        assertThat(invite()).isEmpty();
        Eventually.waitFor(
                "the invitation",
                () ->
                        outside.texts(account).stream()
                                .skip(before)
                                .anyMatch(text -> text.contains(app.ground().serverUrl() + "/me")));
        assertThat(app.recorded(ticket, "invited-to-proofs")).isTrue();
        assertThat(invite()).isEmpty();
        assertThat(invite()).isEqualTo("slow-down");
    }

    @Test
    void whoFollowsItHasProvedNothing() {
        assertThat(invite()).isEmpty();
        OwnPage stranger = new OwnPage(app.httpFromElsewhere());
        stranger.startForProofs(account).ok();
        assertThat(stranger.setUp("authenticator").problem()).isEqualTo("not-sure-enough");
    }

    @Test
    void onlyWhoHoldsTheTicketInvites() {
        assertThat(
                        app.desk("jonas.lie")
                                .api()
                                .post("/api/tickets/" + ticket + "/invitation")
                                .problem())
                .isEqualTo("held-by-another");
        assertThat(
                        app.desk("elif.hartono")
                                .api()
                                .post("/api/tickets/" + ticket + "/invitation")
                                .status())
                .isEqualTo(403);
    }
}
