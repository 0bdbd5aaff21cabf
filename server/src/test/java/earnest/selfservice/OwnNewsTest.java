package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Map;

/** Somebody says what they want to be told; what is always told is told all the same. */
@ExtendWith(App.Running.class)
class OwnNewsTest {
    private static final String PATH = "/api/own/news";
    private static final String PROVED = "Somebody proved to the service desk";

    private App app;
    private String account;
    private OwnPage page;

    @BeforeEach
    void somebodyIsOnTheirPage(App app) {
        this.app = app;
        app.needs("text");
        account = app.somebody();
        page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
    }

    private void wants(boolean proofs, boolean invitations) {
        HarbourWord.proves(page);
        page.http().put(PATH, Map.of("proofs", proofs, "invitations", invitations)).ok();
        page.http().delete("/api/own/session").ok();
    }

    private long told() {
        return app.outside().texts(account).stream().filter(one -> one.contains(PROVED)).count();
    }

    @Test
    void nobodySetsItBeforeEnoughIsProvedAndNothingIsLeftOut() {
        assertThat(page.http().get(PATH).problem()).isEqualTo("not-sure-enough");
        assertThat(page.http().put(PATH, Map.of("proofs", true, "invitations", true)).problem())
                .isEqualTo("not-sure-enough");
        wants(false, true);
        page.startForProofs(account).ok();
        assertThat(page.http().put(PATH, Map.of("proofs", true)).status()).isIn(400, 422);
    }

    @Test
    void whoWantsToKnowHearsOncePerTicketThatSomebodyProvedToBeThem() {
        Desk tove = app.desk("tove.rask");
        String unasked = app.proved(tove, account);
        tove.close(unasked, "Only a trial.");
        assertThat(told()).isZero();
        wants(true, true);
        String ticket = app.proved(tove, account);
        Eventually.waitFor("them to be told", () -> told() > 0);
        assertThat(told()).as("however much was proved").isOne();
        assertThat(app.recorded(ticket, "proof-told")).isTrue();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whoeverItWasNotStopsItAll() {
        wants(true, true);
        Desk tove = app.desk("tove.rask");
        int texts = app.outside().texts(account).size();
        String ticket = app.proved(tove, account);
        Eventually.waitFor("them to be told", () -> told() > 0);
        Http anybody = app.httpFromElsewhere();
        anybody.get("/api/session");
        String token = app.outside().textedLink(account, texts);
        JsonNode shown = anybody.post("/api/links/press", Map.of("token", token)).ok();
        assertThat(shown.get("title").asString()).isEqualTo("Was that you?");
        assertThat(shown.get("choices").size()).isOne();
        anybody.post("/api/links/answer", Map.of("token", token, "choice", "not-me")).ok();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isTrue();
        assertThat(tove.api().get("/api/desk").ok().toString()).contains("'That was not me'");
        tove.close(ticket, "It was not them.");
    }

    @Test
    void whoDoesNotWantToBeInvitedIsNot() {
        wants(false, false);
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        assertThat(tove.api().post("/api/tickets/" + ticket + "/invitation").problem())
                .isEqualTo("not-wanted");
        tove.close(ticket, "Only a trial.");
    }
}
