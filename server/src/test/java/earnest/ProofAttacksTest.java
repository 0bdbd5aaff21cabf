package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** What was proved counts for whom and for what it was proved. */
@ExtendWith(App.Running.class)
class ProofAttacksTest {
    private App app;
    private Desk tove;

    @BeforeEach
    void analyst(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
    }

    private String lines(String ticket) {
        return tove.page(ticket).get("proof").get("explanations").toString();
    }

    @Test
    void aSecretIsNotOpenedOnAnotherPersonsProof() {
        String victim = app.somebody();
        String mine = app.somebody();
        String ticket = app.proved(tove, victim);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        tove.claim(ticket, mine).ok();
        app.word(tove, ticket, "north");
        app.word(tove, ticket, "south");
        assertThat(tove.standing(ticket)).isGreaterThanOrEqualTo(40);
        assertThat(tove.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                .isEqualTo("out-of-force");
        assertThat(tove.page(ticket).get("handover").get("state").get("state").asString())
                .isIn("withdrawn", "expired");
        Eventually.waitFor(
                "the password to be taken out of force",
                () -> app.recorded(ticket, "handover-expired"));
    }

    @Test
    void proofOfAnotherTicketOpensNothing() {
        String account = app.somebody();
        app.proved(tove, account);
        String other = app.visitor(tove);
        tove.claim(other, account).ok();
        assertThat(tove.standing(other)).isNotPositive();
        assertThat(tove.change(other, "temporary-password").problem()).isEqualTo("not-sure-enough");
    }

    @Test
    void proofOfHalfAnHourAgoOpensNothing() {
        String ticket = app.proved(tove, app.somebody());
        assertThat(tove.standing(ticket)).isGreaterThanOrEqualTo(40);
        app.database()
                .sql(
                        "update proof_check set started_at = started_at - interval 31 minute,"
                                + " ended_at = ended_at - interval 31 minute where ticket_id = :t")
                .param("t", UUID.fromString(ticket))
                .update();
        assertThat(tove.standing(ticket)).isZero();
        assertThat(tove.change(ticket, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void whoFailedAsSomebodyStartsWithThatAsAnother() {
        String one = app.somebody();
        String other = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, one).ok();
        String check = tove.begin(ticket, "harbour-word");
        tove.type(ticket, check, "gull").ok();
        assertThat(tove.type(ticket, check, "tern").ok().get("outcome").asString())
                .isEqualTo("failed");
        tove.claim(ticket, other).ok();
        assertThat(tove.standing(ticket)).isNegative();
        assertThat(lines(ticket)).contains("as somebody else, before");
    }

    @Test
    void onlyOneLineIsSpokenOnAtATime() {
        String first = app.visitor(tove);
        String second = app.visitor(tove);
        assertThat(tove.page(first).get("ticket").get("speaking").asBoolean()).isFalse();
        assertThat(tove.page(second).get("ticket").get("speaking").asBoolean()).isTrue();
        tove.claim(first, app.somebody()).ok();
        String offer = tove.offer(first, "harbour-word").orElseThrow();
        assertThat(
                        tove.api()
                                .post("/api/tickets/" + first + "/checks", Map.of("offer", offer))
                                .problem())
                .isEqualTo("line-held");
        tove.api().post("/api/tickets/" + first + "/speak").ok();
        assertThat(tove.page(first).get("ticket").get("speaking").asBoolean()).isTrue();
        assertThat(tove.page(second).get("ticket").get("speaking").asBoolean()).isFalse();
    }

    @Test
    void theSamePersonOnTwoLinesIsSaidOnBoth() {
        String account = app.somebody();
        String first = app.visitor(tove);
        tove.claim(first, account).ok();
        Desk jonas = app.desk("jonas.lie");
        String second = app.visitor(jonas);
        jonas.claim(second, account).ok();
        for (String ticket : List.of(first, second)) {
            JsonNode also = tove.page(ticket).get("who").get("alsoOnTheLine");
            assertThat(StreamSupport.stream(also.spliterator(), false).count()).isEqualTo(1);
        }
    }

    @Test
    void groupsAreReadWhenDeciding() {
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        app.directory().join("privileged", account);
        try {
            assertThat(tove.change(ticket, "temporary-password").problem())
                    .isEqualTo("not-sure-enough");
        } finally {
            app.directory().leave("privileged", account);
        }
        tove.change(ticket, "temporary-password").ok();
    }
}
