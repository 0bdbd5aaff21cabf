package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;
import earnest.testkit.Steward;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** What speaks against whoever asks is a line of the reckoning, says what it saw, and counts. */
@ExtendWith(App.Running.class)
class SignalsTest {
    private App app;
    private Desk tove;
    private String account;

    @BeforeEach
    void theDesk(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        account = app.somebody();
    }

    private String visitor() {
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        return ticket;
    }

    private Optional<JsonNode> line(String ticket, String words) {
        return StreamSupport.stream(
                        tove.page(ticket).at("/proof/explanations").spliterator(), false)
                .filter(line -> line.get("label").asString().startsWith(words))
                .findFirst();
    }

    @Test
    void whatFailedOnAnotherTicketIsSaidWithWhereItWas() {
        String first = visitor();
        String check = tove.take(first, "harbour-word.north");
        tove.type(first, check, "gull");
        tove.type(first, check, "gull");
        tove.close(first, "Only a trial.");
        String second = visitor();
        JsonNode failed = line(second, "Failed a check on another ticket today").orElseThrow();
        assertThat(failed.get("ticket").asString()).isEqualTo(first);
        assertThat(failed.get("points").asInt()).isNegative();
        assertThat(line(second, "Named on another ticket")).isPresent();
        tove.close(second, "Only a trial.");
    }

    @Test
    void whoAskedElsewhereIsSaidWithFromWhere() {
        app.needs("call");
        String first = "";
        for (String number : List.of("+447700900951", "+447700900951", "+447700900952")) {
            app.outside().ringFrom(number);
            String ticket = tove.answer();
            tove.claim(ticket, account).ok();
            Optional<JsonNode> asked = line(ticket, "Named on another ticket");
            assertThat(asked.isPresent()).isEqualTo(!first.isEmpty());
            String former = first;
            asked.ifPresent(
                    said -> {
                        assertThat(said.get("label").asString())
                                .endsWith(
                                        number.endsWith("1")
                                                ? "from the same number"
                                                : "from another number");
                        assertThat(said.get("ticket").asString()).isEqualTo(former);
                    });
            first = ticket;
            tove.close(ticket, "Only a trial.");
        }
    }

    @Test
    void whoIsSeveralPeopleInTurnLooksAround() {
        String ticket = visitor();
        tove.claim(ticket, app.somebody()).ok();
        assertThat(line(ticket, "Said to be")).isEmpty();
        tove.claim(ticket, account).ok();
        assertThat(line(ticket, "Said to be 3 people on this ticket")).isPresent();
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void anAnalystToWhomVeryManyAreNamedIsSeen() {
        String ticket = visitor();
        Steward steward = new Steward(app.ground());
        steward.mostNamedAnHour(1);
        try {
            String next = app.visitor(tove);
            tove.claim(next, app.somebody()).ok();
            Eventually.waitFor(
                    "the setting to be in force",
                    () ->
                            tove.page(ticket)
                                    .at("/proof/explanations")
                                    .toString()
                                    .contains("people were looked at by whoever holds this"));
            tove.close(next, "Only a trial.");
        } finally {
            steward.mostNamedAnHour(10_000);
        }
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void oneNumberForSeveralPeopleAndOneFromElsewhereAreSeen() {
        app.needs("call");
        Outside outside = app.outside();
        for (int i = 0; i < 2; i++) {
            outside.ringFrom("+12125550142");
            String ticket = tove.answer();
            tove.claim(ticket, somebodyElsewhere()).ok();
            assertThat(line(ticket, "Somebody else was asked for from there").isPresent())
                    .isEqualTo(i > 0);
            assertThat(line(ticket, "Shows a number of +1; theirs are of other")).isPresent();
            tove.close(ticket, "Only a trial.");
        }
    }

    /** None of whose numbers is of the country of the one that rings. */
    private String somebodyElsewhere() {
        return app.somebody(one -> !one.toString().contains("\"+1"));
    }

    @Test
    void theNightIsWhereTheOrganisationSaysItIs() {
        String ticket = visitor();
        assertThat(line(ticket, "Asked at")).isEmpty();
        Http steward = new Steward(app.ground()).api();
        ObjectNode was = (ObjectNode) steward.get("/api/organisation").ok();
        int hour = Instant.now().atZone(ZoneOffset.UTC).getHour();
        ObjectNode night = was.deepCopy();
        night.put("nightFrom", hour).put("nightTo", (hour + 2) % 24);
        try {
            steward.put("/api/organisation", night).ok();
            Eventually.waitFor(
                    "the night to be in force", () -> line(ticket, "Asked at").isPresent());
            night.put("nightFrom", (hour + 3) % 24).put("nightTo", (hour + 4) % 24);
            steward.put("/api/organisation", night).ok();
            Eventually.waitFor("it to be over", () -> line(ticket, "Asked at").isEmpty());
            night.remove("nightTo");
            assertThat(steward.put("/api/organisation", night).problem()).isEqualTo("invalid");
            night.put("nightTo", 5).put("timeZone", "Nowhere/Land");
            assertThat(steward.put("/api/organisation", night).problem()).isEqualTo("invalid");
        } finally {
            steward.put("/api/organisation", was).ok();
        }
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void whoIsGoneFromTheDirectoryMeanwhileIsStopped() {
        String ticket = visitor();
        app.word(tove, ticket, "north");
        app.word(tove, ticket, "south");
        UUID person = UUID.fromString(tove.person(account));
        app.database()
                .sql("update person set gone_at = utc_timestamp(6) where id = :p")
                .param("p", person)
                .update();
        try {
            assertThat(tove.page(ticket).at("/proof/stop").asString())
                    .startsWith("Not in the directory any more");
            assertThat(tove.page(ticket).at("/proof/liftable").asBoolean()).isFalse();
            assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
        } finally {
            app.database()
                    .sql("update person set gone_at = null where id = :p")
                    .param("p", person)
                    .update();
        }
        tove.close(ticket, "Only a trial.");
    }

    @Test
    void aPressedAnalystSaysSoUnheardAndItCounts() {
        String ticket = visitor();
        app.word(tove, ticket, "north");
        app.word(tove, ticket, "south");
        assertThat(tove.standing(ticket)).isEqualTo(44);
        tove.api().post("/api/tickets/" + ticket + "/pressed").ok();
        tove.api().post("/api/tickets/" + ticket + "/pressed").ok();
        assertThat(tove.standing(ticket)).isEqualTo(34);
        assertThat(line(ticket, "They press you")).isPresent();
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        assertThat(app.desk("ravi.anand").api().get("/api/desk").text())
                .contains("Tove Rask is pressed");
        assertThat(
                        app.desk("jonas.lie")
                                .api()
                                .post("/api/tickets/" + ticket + "/pressed")
                                .problem())
                .isEqualTo("held-by-another");
        tove.close(ticket, "Only a trial.");
        assertThat(tove.page(ticket).at("/ticket/pressedAt").isNull()).isFalse();
        assertThat(app.recorded(ticket, "pressed")).isTrue();
    }
}
