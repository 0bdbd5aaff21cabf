package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Desk;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Map;

/**
 * How somebody wants to be spoken with is their own word, read first, and holds at the handover.
 */
@ExtendWith(App.Running.class)
class OwnWishesTest {
    private static final String PATH = "/api/own/wishes";

    private App app;
    private String account;
    private OwnPage page;

    @BeforeEach
    void somebodyIsOnTheirPage(App app) {
        this.app = app;
        account = app.somebody();
        page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
    }

    private Http proved() {
        HarbourWord.proves(page);
        return page.http();
    }

    @Test
    void nobodySetsThemBeforeEnoughIsProved() {
        assertThat(page.http().get(PATH).problem()).isEqualTo("not-sure-enough");
        assertThat(page.http().put(PATH, Map.of("how", "relay")).problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void theyAreSetTakenBackAndShownAtTheDesk() {
        Http mine = proved();
        assertThat(mine.get(PATH).ok().has("how")).isFalse();
        assertThat(mine.put(PATH, Map.of("how", "shouting")).status()).isEqualTo(422);
        assertThat(mine.put(PATH, Map.of("language", "xx")).status()).isEqualTo(422);
        mine.put(PATH, Map.of("how", "slowly", "language", "pl")).ok();
        JsonNode who = who();
        assertThat(who.get("wishes").asString()).isEqualTo("slowly, in Polish");
        assertThat(who.get("heardAlone").asBoolean()).isTrue();
        mine.put(PATH, Map.of()).ok();
        assertThat(who().has("wishes")).isFalse();
    }

    @Test
    void whereSomebodyElseHearsItNoPasswordIsSpoken() {
        app.needs("text", "ldap");
        proved().put(PATH, Map.of("how", "relay")).ok();
        page.http().delete("/api/own/session").ok();
        Desk tove = app.desk("tove.rask");
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String handover = "/api/tickets/" + ticket + "/handover/";
        assertThat(tove.api().post(handover + "show").problem()).isEqualTo("not-aloud");
        assertThat(tove.api().post(handover + "route", Map.of("route", "read-aloud")).problem())
                .isEqualTo("not-aloud");
        tove.close(ticket, "Only a trial.");
    }

    private JsonNode who() {
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        JsonNode who = tove.page(ticket).get("who");
        tove.close(ticket, "Only a trial.");
        return who;
    }
}
