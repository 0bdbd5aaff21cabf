package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.channels.ChannelEvent;
import earnest.channels.madeup.Hatch;
import earnest.channels.madeup.Pigeons;
import earnest.connectors.madeup.CardIndex;
import earnest.people.People;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;

/** One more of each, made up for this test: a folder with its registration, and no other edit. */
@ExtendWith(App.Running.class)
class MadeUpTest {
    private App app;
    private Desk tove;
    private String account;

    @BeforeEach
    void desk(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        account = app.somebodyWithAMailbox();
    }

    @Test
    void aMethodOfProofWorksFromOfferToRecord() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        String check = tove.begin(ticket, "harbour-word");
        JsonNode open = tove.page(ticket).get("proof").get("open");
        assertThat(open.get("label").asString()).isEqualTo("Word of the harbour");
        assertThat(open.get("form").get("kind").asString()).isEqualTo("text");
        assertThat(open.get("form").get("asks").asString()).isEqualTo("The word of the day");
        assertThat(tove.type(ticket, check, "gull").ok().get("outcome").asString())
                .isEqualTo("wrong");
        assertThat(tove.type(ticket, check, "heron").ok().get("outcome").asString())
                .isEqualTo("passed");
        assertThat(tove.standing(ticket)).isEqualTo(22);
        assertThat(tove.page(ticket).get("proof").get("explanations").toString())
                .contains("Word of the harbour")
                .contains("said at the gate");
        assertThat(words(ticket))
                .contains(
                        "asked for the word of the harbour",
                        "as " + name() + ", said a wrong word",
                        "as " + name() + ", said the word of the north gate");
        assertThat(words(ticket).toString()).doesNotContain("heron");
    }

    private String name() {
        return app.bean(People.class).byAccount(account).orElseThrow().name();
    }

    private List<String> words(String ticket) {
        String number =
                tove.page(ticket).get("ticket").get("number").asString().substring("T-".length());
        return StreamSupport.stream(
                        app.desk("elif.hartono")
                                .api()
                                .get("/api/record?ticket=" + number)
                                .ok()
                                .get("entries")
                                .spliterator(),
                        false)
                .map(row -> row.get("entry").get("words").asString())
                .toList();
    }

    @Test
    void aKindOfSystemWorksFromSettingUpToHandover() {
        try (MadeUpThings _ = MadeUpThings.of(app, account)) {
            String card = "card" + app.knows(account).get("staffNumber").asString();
            String ticket = app.proved(tove, account);
            JsonNode system = tove.accounts(ticket).get("systems").get(1);
            assertThat(system.get("account").asString()).isEqualTo(card);
            assertThat(system.get("actions")).hasSize(1);
            assertThat(tove.change(ticket, "cards", "unlock").problem()).isEqualTo("not-possible");
            tove.change(ticket, "cards", "temporary-password").ok();
            assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
            assertThat(tove.readAloud(ticket)).isEqualTo(CardIndex.onCard(card));
            assertThat(words(ticket).toString()).contains("decided to give a temporary password");
        }
    }

    @Test
    void aCarrierWorksFromContactToArrival() {
        String mailbox = MadeUpThings.mailbox(account);
        try (MadeUpThings _ = MadeUpThings.of(app, account)) {
            String ticket = app.proved(tove, account);
            tove.change(ticket, "temporary-password").ok();
            tove.settled(ticket);
            JsonNode to =
                    StreamSupport.stream(
                                    tove.page(ticket).get("handover").get("contacts").spliterator(),
                                    false)
                            .filter(c -> c.path("brings").asString("").equals("letter"))
                            .findFirst()
                            .orElseThrow();
            String route = "/api/tickets/" + ticket + "/handover/route";
            assertThat(
                            tove.api()
                                    .post(
                                            route,
                                            Map.of(
                                                    "route",
                                                    "text",
                                                    "contact",
                                                    to.get("id").asString()))
                                    .status())
                    .isEqualTo(404);
            tove.api()
                    .post(
                            route,
                            Map.of(
                                    "route",
                                    to.get("route").asString(),
                                    "contact",
                                    to.get("id").asString()))
                    .ok();
            Eventually.waitFor(
                    "the letter to arrive",
                    () ->
                            tove.page(ticket)
                                    .get("handover")
                                    .get("state")
                                    .get("state")
                                    .asString()
                                    .equals("arrived"));
            assertThat(Pigeons.brought())
                    .anyMatch(
                            letter ->
                                    letter.startsWith(mailbox)
                                            && letter.contains("Your temporary password is"));
            assertThat(words(ticket))
                    .contains("took the letter to own mail", "the letter reached own mail");
        }
    }

    @Test
    void aChannelWorksFromArrivalToTheEnd() {
        String reference = "visit-" + account;
        app.publish(new ChannelEvent.Began("hatch", reference, Map.of("window", "3")));
        String ticket =
                Eventually.get(
                        "the visitor to be seen",
                        () ->
                                StreamSupport.stream(
                                                tove.api()
                                                        .get("/api/desk")
                                                        .ok()
                                                        .get("waiting")
                                                        .spliterator(),
                                                false)
                                        .filter(
                                                w ->
                                                        w.get("title")
                                                                        .asString()
                                                                        .equals("At the window")
                                                                && w.get("words")
                                                                        .asString()
                                                                        .startsWith("window 3"))
                                        .map(w -> w.get("id").asString())
                                        .reduce((first, last) -> last));
        tove.api().post("/api/tickets/" + ticket + "/answer").ok();
        tove.claim(ticket, account).ok();
        JsonNode page = tove.page(ticket);
        assertThat(page.get("ticket").get("talk").get("address").asString()).isEqualTo("window 3");
        assertThat(page.get("ticket").get("words").get("end").asString()).isEqualTo("Let them go");
        assertThat(page.get("who").get("claim").asString())
                .isEqualTo("Window is not on record for " + name() + ".");
        app.word(tove, ticket, "north");
        assertThat(tove.standing(ticket)).isPositive();
        app.publish(new ChannelEvent.Ended(reference, true));
        Eventually.waitFor("the standing to be gone", () -> tove.standing(ticket) <= 0);
        Eventually.waitFor(
                "the window to be told", () -> Hatch.heard().contains("answered " + reference));
        tove.close(ticket, "A visit.");
    }
}
