package earnest.checks.methods.passkey;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Http;
import earnest.testkit.Outside;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Map;
import java.util.UUID;

/** A passkey is set up by its person, and used where it is asked for, and nowhere else. */
@ExtendWith(App.Running.class)
class PasskeyUsedTest {
    private App app;
    private String account;
    private PasskeyOfTests passkey;

    @BeforeEach
    void somebody(App app) {
        app.needs("link-by-text", "text");
        this.app = app;
        account = app.somebody();
        passkey = new PasskeyOfTests(app.ground().serverUrl());
    }

    private OwnPage proved() {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
        return page;
    }

    private static Answer make(OwnPage page, PasskeyOfTests one) {
        JsonNode begun = page.setUp("passkey").ok();
        return page.confirm(
                begun.get("id").asString(), one.made(begun.get("browserMakes").asString()));
    }

    /** As if it had been set up long ago. */
    private void has(PasskeyOfTests one) {
        assertThat(make(proved(), one).ok().get("right").asBoolean()).isTrue();
        app.hadItLong(account);
    }

    private OwnPage asking() {
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.start(account).ok();
        page.begin("passkey").ok();
        return page;
    }

    private static String asked(OwnPage page) {
        return page.page().at("/open/browserAsks").asString();
    }

    private static boolean right(OwnPage page, String given) {
        return page.type(given).ok().get("right").asBoolean();
    }

    @Test
    void whatTheBrowserMadeForThisAndNothingElseIsTaken() {
        OwnPage page = proved();
        JsonNode first = page.setUp("passkey").ok();
        String forFirst = passkey.made(first.get("browserMakes").asString());
        JsonNode second = page.setUp("passkey").ok();
        assertThat(page.confirm(first.get("id").asString(), forFirst).problem())
                .as("begun before, and gone")
                .isEqualTo("unknown");
        String id = second.get("id").asString();
        assertThat(page.confirm(id, forFirst).ok().get("right").asBoolean()).isFalse();
        assertThat(page.confirm(id, "{}").ok().get("right").asBoolean()).isFalse();
        String options = second.get("browserMakes").asString();
        assertThat(
                        page.confirm(id, passkey.askedBy("http://evil.example").made(options))
                                .ok()
                                .get("right")
                                .asBoolean())
                .isFalse();
        passkey.sees = false;
        assertThat(page.confirm(id, passkey.made(options)).ok().get("right").asBoolean())
                .as("it must see its person")
                .isFalse();
        passkey.sees = true;
        assertThat(page.confirm(id, passkey.made(options)).ok().get("right").asBoolean()).isTrue();
        assertThat(page.proofs().ok().get("mine").toString()).contains("Passkey");
    }

    @Test
    void aNewOneIsNotAskedFor() {
        assertThat(make(proved(), passkey).ok().get("right").asBoolean()).isTrue();
        OwnPage page = asking();
        assertThat(right(page, passkey.used(asked(page)))).isFalse();
    }

    @Test
    void onAPageOfOnesOwnItProvesInThatBrowser() {
        has(passkey);
        OwnPage page = asking();
        assertThat(right(page, passkey.used(asked(page)))).isTrue();
        assertThat(page.page().get("passed").toString()).contains("Passkey");
        assertThat(page.page().path("open").isMissingNode()).isTrue();
    }

    @Test
    void whatWasSignedForAnotherPageOrByAnotherKeyIsNothing() {
        has(passkey);
        OwnPage before = asking();
        String forBefore = passkey.used(asked(before));
        OwnPage page = asking();
        assertThat(asked(page)).isNotEqualTo(asked(before));
        assertThat(right(page, forBefore)).as("of another page").isFalse();
        PasskeyOfTests strangers = new PasskeyOfTests(app.ground().serverUrl());
        assertThat(right(page, strangers.used(asked(page)))).as("another's").isFalse();
        assertThat(right(page, passkey.askedBy("https://evil.example").used(asked(page))))
                .as("asked by another site")
                .isFalse();
        assertThat(page.page().get("passed")).isEmpty();
    }

    @Test
    void aPasskeyOfSomebodyElseProvesNobody() {
        has(passkey);
        String victim = account;
        account = app.somebody();
        PasskeyOfTests mine = new PasskeyOfTests(app.ground().serverUrl());
        has(mine);
        account = victim;
        OwnPage page = asking();
        assertThat(right(page, mine.used(asked(page)))).isFalse();
    }

    @Test
    void oneThatCountsBackwardsIsACopy() {
        has(passkey);
        PasskeyOfTests copy = passkey.askedBy(app.ground().serverUrl());
        OwnPage page = asking();
        assertThat(right(page, passkey.used(asked(page)))).isTrue();
        OwnPage other = asking();
        assertThat(right(other, copy.used(asked(other)))).isFalse();
    }

    @Test
    void atTheDeskItIsUsedBehindALinkAndCountsAsReadOut() {
        has(passkey);
        Desk tove = app.desk("tove.rask");
        Outside outside = app.outside();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        int before = outside.texts(account).size();
        String check = tove.begin(ticket, "passkey");
        assertThat(tove.type(ticket, check, "{}").status()).as("not at the desk").isEqualTo(422);
        String token = outside.textedLink(account, before);
        Http phone = app.httpFromElsewhere();
        phone.get("/api/session");
        JsonNode shown = phone.post("/api/links/press", Map.of("token", token)).ok();
        String asks = shown.get("browserAsks").asString();
        Map<String, String> bare = Map.of("token", token, "choice", "used");
        assertThat(phone.post("/api/links/answer", bare).status()).isEqualTo(422);
        PasskeyOfTests strangers = new PasskeyOfTests(app.ground().serverUrl());
        assertThat(answer(phone, token, strangers.used(asks)).status()).isEqualTo(422);
        String given = passkey.used(asks);
        answer(phone, token, given).ok();
        // They were asked about elsewhere a moment ago, which counts against.
        assertThat(tove.standing(ticket)).isBetween(25, 30);
        assertThat(answer(phone, token, given).problem()).as("once").isEqualTo("link-over");
        assertThat(
                        app.database()
                                .sql("select relayed from proof_check where id = :id")
                                .param("id", UUID.fromString(check))
                                .query(Boolean.class)
                                .single())
                .isTrue();
        tove.close(ticket, "Only a trial.");
    }

    private static Answer answer(Http phone, String token, String given) {
        return phone.post(
                "/api/links/answer", Map.of("token", token, "choice", "used", "given", given));
    }

    @Test
    void whoDidNotAskStopsEverything() {
        has(passkey);
        Desk tove = app.desk("tove.rask");
        Outside outside = app.outside();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        int before = outside.texts(account).size();
        tove.begin(ticket, "passkey");
        String token = outside.textedLink(account, before);
        Http phone = app.httpFromElsewhere();
        phone.get("/api/session");
        phone.post("/api/links/answer", Map.of("token", token, "choice", "not-asked")).ok();
        assertThat(tove.change(ticket, "unlock").problem()).isEqualTo("stopped");
        tove.close(ticket, "Only a trial.");
    }
}
