package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Optional;
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
        assertThat(line(second, "Named on another ticket today")).isPresent();
        tove.close(second, "Only a trial.");
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
