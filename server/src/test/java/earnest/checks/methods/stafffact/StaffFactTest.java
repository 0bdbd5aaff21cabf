package earnest.checks.methods.stafffact;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Locale;
import java.util.Map;

/** What is asked of a person: compared as it is heard, and worth little. */
@ExtendWith(App.Running.class)
class StaffFactTest {
    private App app;
    private Desk tove;

    @BeforeEach
    void desk(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
    }

    @Test
    void factsAreComparedAsHeardAndCountThreeAtMost() {
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        Map<String, String> knows = facts(account);
        for (int i = 0; i < knows.size(); i++) {
            String check = tove.begin(ticket, "staff-fact");
            String asked = tove.page(ticket).get("proof").get("open").get("label").asString();
            assertThat(tove.type(ticket, check, knows.get(asked)).ok().get("outcome").asString())
                    .as(asked)
                    .isEqualTo("passed");
        }
        assertThat(tove.standing(ticket)).isEqualTo(3);
        assertThat(tove.offer(ticket, "staff-fact")).isEmpty();
    }

    private Map<String, String> facts(String account) {
        JsonNode person = app.knows(account);
        String manager = app.knows(person.get("manager").asString()).get("family").asString();
        String[] joined = person.get("joined").asString().split("-");
        return Map.of(
                "Ask for the staff number",
                " " + person.get("staffNumber").asString() + " ",
                "Ask for the manager's name",
                manager.toUpperCase(Locale.ROOT),
                "Ask for month and year of joining",
                java.time.Month.of(Integer.parseInt(joined[1])) + " " + joined[0],
                "Ask for the locker number",
                person.get("locker").asString().toLowerCase(Locale.ROOT).replace("", " "));
    }

    @Test
    void aFactThatIsDroppedCountsAsFailed() {
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        int before = tove.standing(ticket);
        String check = tove.begin(ticket, "staff-fact");
        tove.api().delete("/api/tickets/" + ticket + "/checks/" + check).ok();
        int after = tove.standing(ticket);
        assertThat(after).isLessThan(before);
        tove.begin(ticket, "staff-fact");
        tove.begin(ticket, "staff-fact");
        assertThat(tove.standing(ticket)).isLessThan(after);
        assertThat(app.recorded(ticket, "check-failed")).isTrue();
    }
}
