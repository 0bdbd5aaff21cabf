package earnest.checks.methods.badge;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

/** Somebody comes to the counter and shows their badge. */
@ExtendWith(App.Running.class)
class BadgeShownTest {
    private App app;
    private Desk tove;
    private String account;

    @BeforeEach
    void theCounter(App app) {
        app.needs("counter");
        this.app = app;
        tove = app.desk("tove.rask");
        account = app.somebody();
    }

    private String visit() {
        String ticket = tove.api().post("/api/visits").ok().get("ticket").asString();
        tove.claim(ticket, account).ok();
        return ticket;
    }

    @Test
    void aVisitIsTheAnalystsAtOnceAndCallsItself() {
        String ticket = visit();
        JsonNode page = tove.page(ticket);
        assertThat(page.at("/ticket/mine").asBoolean()).isTrue();
        assertThat(page.at("/ticket/speaking").asBoolean()).isTrue();
        assertThat(page.at("/who/claim").asString()).startsWith("They came to the counter.");
        assertThat(tove.api().get("/api/desk").ok().get("inHand").toString())
                .contains(ticket, "at the counter");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aBadgeThatFitsCountsAndIsSaidByWhoLooked() {
        String ticket = visit();
        tove.heard(ticket, tove.begin(ticket, "badge"), "fits").ok();
        assertThat(tove.standing(ticket)).isEqualTo(30);
        assertThat(tove.page(ticket).toString())
                .contains("compared the badge of", "face, name and date fit");
        assertThat(tove.offer(ticket, "badge")).as("it is one badge").isEmpty();
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        assertThat(tove.change(ticket, "unlock").problem()).isNotEqualTo("not-sure-enough");
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void oneThatDoesNotFitCountsAgainstThem() {
        String ticket = visit();
        tove.heard(ticket, tove.begin(ticket, "badge"), "differs").ok();
        assertThat(tove.standing(ticket)).isEqualTo(-25);
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whoHasNoneWithThemIsNotHeldToIt() {
        String ticket = visit();
        tove.heard(ticket, tove.begin(ticket, "badge"), "none").ok();
        assertThat(tove.standing(ticket)).isZero();
        assertThat(tove.heard(ticket, tove.begin(ticket, "badge"), "made-up").status())
                .isEqualTo(422);
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void nobodyShowsABadgeWhereTheyAreNotSeen() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        assertThat(tove.offer(ticket, "badge")).isEmpty();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whatWasShownStaysInTheVisit() {
        String ticket = visit();
        tove.heard(ticket, tove.begin(ticket, "badge"), "fits").ok();
        tove.api().post("/api/tickets/" + ticket + "/hang-up").ok();
        assertThat(tove.standing(ticket)).isZero();
        assertThat(tove.offer(ticket, "badge")).isEmpty();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whoMayNotWorkAtTheDeskOpensNone() {
        assertThat(app.desk("elif.hartono").api().post("/api/visits").status()).isEqualTo(403);
    }
}
