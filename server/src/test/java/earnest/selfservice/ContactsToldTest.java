package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.people.People;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** A directory changes how somebody is reached: the former contact hears of it first. */
@ExtendWith(App.Running.class)
class ContactsToldTest {
    private static final String THIEFS = "07700 900088";

    private App app;
    private String account;
    private UUID person;
    private String former;
    private Desk tove;
    private int texts;

    @BeforeEach
    void somebodyHasANumber(App app) {
        this.app = app;
        app.needs("text", "call");
        account = app.somebody();
        person = app.bean(People.class).byAccount(account).orElseThrow().id();
        former = mobile().orElseThrow();
        tove = app.desk("tove.rask");
        texts = app.outside().texts(account).size();
    }

    private Optional<String> mobile() {
        return app.bean(People.class).contacts(person).stream()
                .filter(one -> one.kind().mobile() && !one.own())
                .map(People.Contact::value)
                .findFirst();
    }

    private void theDirectoryHas(String number) {
        app.directory().modify(account, "replace: mobile", "mobile: " + number);
        Eventually.waitFor(
                "the number to be copied",
                () ->
                        mobile().filter(one -> one.endsWith(number.substring(5).replace(" ", "")))
                                .isPresent());
    }

    /** Where messages of a changed contact went, oldest first. */
    private List<String> told() {
        return app.database()
                .sql(
                        "select c.value from message m join contact c on c.id = m.contact_id where"
                                + " m.person_id = :p and m.purpose = 'contact-changed' order by"
                                + " m.made_at, m.id")
                .param("p", person)
                .query(String.class)
                .list();
    }

    private boolean recorded(String kind) {
        return app.database()
                        .sql("select count(*) from entry where person_id = :p and kind = :k")
                        .param("p", person)
                        .param("k", kind)
                        .query(Long.class)
                        .single()
                > 0;
    }

    private void knowsNothingOfIt() {
        String token = app.outside().textedLink(account, texts);
        Http anybody = app.httpFromElsewhere();
        anybody.get("/api/session");
        JsonNode shown = anybody.post("/api/links/press", Map.of("token", token)).ok();
        assertThat(shown.get("says").toString())
                .contains("does not have this number as your work mobile any more")
                .doesNotContain("900088", "7700900088");
        assertThat(shown.get("choices").size()).as("nothing else can be answered").isOne();
        anybody.post("/api/links/answer", Map.of("token", token, "choice", "not-me")).ok();
    }

    private String asksForThem() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        return ticket;
    }

    private boolean doubted(String ticket) {
        return tove.page(ticket).toString().contains("they know nothing of it");
    }

    @Test
    void theFormerNumberIsToldAndTheNewOneIsNot() {
        theDirectoryHas(THIEFS);
        String told =
                Eventually.get(
                        "the former number to be told",
                        () ->
                                app.outside().texts(account).stream()
                                        .skip(texts)
                                        .filter(one -> one.contains("does not have this number"))
                                        .findFirst());
        assertThat(told).contains("#").doesNotContain("900088");
        assertThat(told()).containsExactly(former);
        assertThat(recorded("contact-told")).isTrue();
    }

    @Test
    void whoKnowsNothingOfItIsHeard() {
        theDirectoryHas(THIEFS);
        String ticket = asksForThem();
        int before = tove.standing(ticket);
        assertThat(doubted(ticket)).isFalse();
        knowsNothingOfIt();
        assertThat(doubted(ticket)).isTrue();
        assertThat(tove.standing(ticket)).isLessThan(before);
        assertThat(recorded("contact-disowned")).isTrue();
        Eventually.waitFor(
                "the desk to have it",
                () ->
                        tove.api()
                                .get("/api/desk")
                                .ok()
                                .toString()
                                .contains("'I know nothing of it' was said to a changed"));
        tove.close(ticket, "Asked them to come by.");
    }

    /** Whoever can have a directory changed could do it twice. */
    @Test
    void anotherChangeTakesNoDoubtAwayAndTheFormerNumberDoes() {
        theDirectoryHas(THIEFS);
        knowsNothingOfIt();
        theDirectoryHas("07700 900089");
        String ticket = asksForThem();
        assertThat(doubted(ticket)).as("changed once more").isTrue();
        tove.close(ticket, "Only a trial.");
        theDirectoryHas(former.replace("+447700", "07700 "));
        ticket = asksForThem();
        assertThat(doubted(ticket)).as("as it was").isFalse();
        tove.close(ticket, "Only a trial.");
        theDirectoryHas(THIEFS);
        ticket = asksForThem();
        assertThat(doubted(ticket)).as("what was doubted comes back").isTrue();
        tove.close(ticket, "Only a trial.");
    }

    /** A former number may be anybody's by now. */
    @Test
    void itStopsNobody() {
        theDirectoryHas(THIEFS);
        knowsNothingOfIt();
        String ticket = asksForThem();
        assertThat(tove.page(ticket).get("proof").get("stopped").asBoolean()).isFalse();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whatCameAnewIsToldToTheOthers() {
        app.needs("mail");
        app.directory().modify(account, "delete: mobile");
        Eventually.waitFor("the number to be gone", () -> mobile().isEmpty());
        Eventually.waitFor("the number to be told", () -> told().equals(List.of(former)));
        theDirectoryHas(THIEFS);
        Eventually.waitFor("another to be told", () -> told().size() > 1);
        assertThat(told()).first().isEqualTo(former);
        assertThat(told().stream().skip(1)).isNotEmpty().allMatch(one -> one.contains("@"));
    }
}
