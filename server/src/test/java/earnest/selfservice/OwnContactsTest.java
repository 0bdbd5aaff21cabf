package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.people.People;
import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** Somebody adds where they are reached, and whoever is reached already is told. */
@ExtendWith(App.Running.class)
class OwnContactsTest {
    private App app;
    private String account;
    private OwnPage page;
    private String mailbox;

    @BeforeEach
    void somebodyIsOnTheirPage(App app) {
        this.app = app;
        app.needs("mail", "text");
        account = app.somebodyWithoutAMailbox();
        mailbox = "new." + account + "@lagoon.example";
        page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
    }

    private void prove() {
        HarbourWord.proves(page);
    }

    private List<JsonNode> contacts() {
        return StreamSupport.stream(
                        page.http().get("/api/own/contacts").ok().get("contacts").spliterator(),
                        false)
                .toList();
    }

    private String add() {
        Map<String, String> mine = Map.of("kind", "own-mail", "value", " " + mailbox + " ");
        return page.http().post("/api/own/contacts", mine).ok().get("id").asString();
    }

    private boolean confirm(String contact, String typed) {
        return page.http()
                .post("/api/own/contacts/" + contact + "/confirm", Map.of("typed", typed))
                .ok()
                .get("right")
                .asBoolean();
    }

    private String code() {
        JsonNode mails =
                Eventually.get(
                        "the code to come",
                        () ->
                                Optional.of(app.outside().mails(mailbox))
                                        .filter(all -> !all.isEmpty()));
        String words = mails.get(mails.size() - 1).get("text").asString();
        return words.replaceAll("(?s).*Your code\\s+is\\s+(\\d{6}).*", "$1");
    }

    @Test
    void nothingShowsOrIsDoneBeforeEnoughIsProved() {
        Map<String, String> mine = Map.of("kind", "own-mail", "value", mailbox);
        assertThat(page.http().get("/api/own/contacts").problem()).isEqualTo("not-sure-enough");
        assertThat(page.http().post("/api/own/contacts", mine).problem())
                .isEqualTo("not-sure-enough");
        assertThat(app.outside().mails(mailbox)).isEmpty();
    }

    @Test
    void oneCountsOnceItsCodeCameBackAndTheyAreToldElsewhere() {
        prove();
        int texts = app.outside().texts(account).size();
        int before = contacts().size();
        String contact = add();
        assertThat(contacts()).as("not in force yet").hasSize(before);
        assertThat(confirm(contact, "000000")).isFalse();
        assertThat(confirm(contact, code())).isTrue();
        assertThat(contacts()).hasSize(before + 1);
        assertThat(contacts().stream().filter(one -> one.get("own").asBoolean()).toList())
                .singleElement()
                .satisfies(
                        one ->
                                assertThat(one.get("masked").asString())
                                        .isEqualTo("•••@lagoon.example"));
        Eventually.waitFor(
                "them to be told by text", () -> app.outside().texts(account).size() > texts);
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String who = tove.page(ticket).get("who").get("contacts").toString();
        assertThat(who).contains("added and verified today by themselves").doesNotContain(mailbox);
        assertThat(tove.offer(ticket, "code-by-mail")).as("too new").isEmpty();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void threeWrongCodesEndIt() {
        prove();
        String contact = add();
        String right = code();
        for (int i = 0; i < 3; i++) {
            assertThat(confirm(contact, "00000" + i)).isFalse();
        }
        assertThat(
                        page.http()
                                .post(
                                        "/api/own/contacts/" + contact + "/confirm",
                                        Map.of("typed", right))
                                .status())
                .isEqualTo(404);
        assertThat(contacts()).noneMatch(one -> one.get("own").asBoolean());
    }

    @Test
    void whatIsNoneIsSaidAndWhatIsThereIsNotAddedTwice() {
        prove();
        for (String none : List.of("nobody", "a@b", "a b@c.example", "a@c.example.")) {
            Map<String, String> wrong = Map.of("kind", "own-mail", "value", none);
            assertThat(page.http().post("/api/own/contacts", wrong).status()).isEqualTo(422);
        }
        Map<String, String> noNumber = Map.of("kind", "own-mobile", "value", "12");
        assertThat(page.http().post("/api/own/contacts", noNumber).status()).isEqualTo(422);
        Map<String, String> works = Map.of("kind", "work-mail", "value", mailbox);
        assertThat(page.http().post("/api/own/contacts", works).status()).isEqualTo(422);
        assertThat(confirm(add(), code())).isTrue();
        Map<String, String> again = Map.of("kind", "own-mail", "value", mailbox);
        assertThat(page.http().post("/api/own/contacts", again).problem()).isEqualTo("on-record");
    }

    @Test
    void nobodySendsCodesWithoutEnd() {
        prove();
        for (int i = 0; i < 5; i++) {
            add();
        }
        Map<String, String> more = Map.of("kind", "own-mail", "value", mailbox);
        assertThat(page.http().post("/api/own/contacts", more).status()).isEqualTo(429);
    }

    @Test
    void onlyTheirOwnIsTakenAwayAndOnlyByThem() {
        prove();
        String contact = add();
        assertThat(confirm(contact, code())).isTrue();
        String works =
                contacts().stream()
                        .filter(one -> !one.get("own").asBoolean())
                        .findFirst()
                        .orElseThrow()
                        .get("id")
                        .asString();
        assertThat(page.http().delete("/api/own/contacts/" + works).status()).isEqualTo(404);
        OwnPage mine = page;
        account = app.somebody();
        page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
        prove();
        assertThat(page.http().delete("/api/own/contacts/" + contact).status()).isEqualTo(404);
        page = mine;
        page.http().delete("/api/own/contacts/" + contact).ok();
        assertThat(contacts()).noneMatch(one -> one.get("own").asBoolean());
    }

    @Test
    void whoDidNotAskTakesItAwayAndStopsAll() {
        prove();
        int texts = app.outside().texts(account).size();
        String contact = add();
        assertThat(confirm(contact, code())).isTrue();
        String token = app.outside().textedLink(account, texts);
        Http anybody = app.httpFromElsewhere();
        anybody.get("/api/session");
        assertThat(anybody.post("/api/links/press", Map.of("token", token)).ok().toString())
                .contains("own mail");
        anybody.post("/api/links/answer", Map.of("token", token, "choice", "not-me")).ok();
        assertThat(
                        app.database()
                                .sql("select removed_at is not null from contact where id = :c")
                                .param("c", UUID.fromString(contact))
                                .query(Boolean.class)
                                .single())
                .isTrue();
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        assertThat(tove.page(ticket).at("/proof/stopped").asBoolean()).isTrue();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void theDirectoryLeavesThemAlone() {
        prove();
        String contact = add();
        assertThat(confirm(contact, code())).isTrue();
        app.database()
                .sql("update contact set since = :t where id = :c")
                .param("t", Instant.now().minus(Duration.ofDays(20)))
                .param("c", UUID.fromString(contact))
                .update();
        app.directory()
                .administer(
                        "dn: " + DirectoryOfTests.dn(account),
                        "changetype: modify",
                        "replace: mobile",
                        "mobile: 07700 900198",
                        "-");
        Eventually.waitFor(
                "the change to be copied",
                () -> app.bean(People.class).withContact("+447700900198").size() == 1);
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        assertThat(tove.offer(ticket, "code-by-mail")).isPresent();
        tove.close(ticket, "Only a trial.");
    }
}
