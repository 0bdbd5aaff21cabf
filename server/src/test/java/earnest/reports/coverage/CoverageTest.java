package earnest.reports.coverage;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Http;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;

/** Who could prove themselves is counted by the rules, and the others are invited. */
@ExtendWith(App.Running.class)
class CoverageTest {
    private static String asked(String action, String by) {
        return "/api/reports/coverage?action=" + action + "&system=directory&by=" + by;
    }

    private static JsonNode group(JsonNode answer, String id) {
        return StreamSupport.stream(answer.get("groups").spliterator(), false)
                .filter(one -> one.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatIsHarderFewerCould(App app) {
        Http elif = app.desk("elif.hartono").api();
        JsonNode unlock = elif.get(asked("unlock", "vessel")).ok();
        JsonNode password = elif.get(asked("temporary-password", "vessel")).ok();
        assertThat(unlock.get("people").asInt()).isEqualTo(password.get("people").asInt());
        assertThat(unlock.get("could").asInt())
                .isGreaterThan(password.get("could").asInt())
                .isLessThan(unlock.get("people").asInt());
        assertThat(password.get("could").asInt()).isPositive();
        int sum = 0;
        for (JsonNode one : unlock.get("groups")) {
            sum += one.get("people").asInt();
        }
        assertThat(sum).as("each is on one ship").isEqualTo(unlock.get("people").asInt());
        assertThat(elif.get(asked("fly", "vessel")).status()).isEqualTo(422);
        assertThat(elif.get(asked("unlock", "moon")).status()).isEqualTo(422);
    }

    @Test
    void whoLosesTheirLastThingCouldNoMore(App app) {
        app.needs("authenticator", "code-by-text", "call-back");
        Http elif = app.desk("elif.hartono").api();
        String account = app.somebody();
        String vessel = app.knows(account).get("vessel").asString();
        int before = group(elif.get(asked("unlock", "vessel")).ok(), vessel).get("could").asInt();
        UUID id =
                app.database()
                        .sql("select id from person where account = :a")
                        .param("a", account)
                        .query(UUID.class)
                        .single();
        for (String sql :
                List.of(
                        "update enrolment set removed_at = utc_timestamp(6) where person_id = :p",
                        "update contact set since = utc_timestamp(6) where person_id = :p")) {
            app.database().sql(sql).param("p", id).update();
        }
        JsonNode after =
                elif.get(asked("unlock", "vessel") + "&group=" + vessel.replace(" ", "+")).ok();
        assertThat(group(after, vessel).get("could").asInt()).isEqualTo(before - 1);
    }

    @Test
    void theRestIsInvitedOnceInAWeekByWhoSetsTheRules(App app) {
        app.needs("text", "mail");
        Map<String, String> of = new HashMap<>();
        of.put("action", "temporary-password");
        of.put("system", "directory");
        of.put("by", "vessel");
        of.put("group", "MV Plover");
        String path = "/api/reports/coverage/invitations";
        assertThat(app.desk("tove.rask").api().post(path, of).problem()).isEqualTo("no-right");
        assertThat(app.desk("elif.hartono").api().post(path, of).problem()).isEqualTo("no-right");
        Http ravi = app.desk("ravi.anand").api();
        String asked = asked("temporary-password", "vessel") + "&group=MV+Plover";
        int invitable = ravi.get(asked).ok().get("invitable").asInt();
        assertThat(invitable).isPositive();
        JsonNode came = ravi.post(path, of).ok();
        assertThat(came.get("invited").asInt() + came.get("unreached").asInt())
                .isEqualTo(invitable);
        assertThat(came.get("left").asInt()).isZero();
        assertThat(ravi.post(path, of).ok().get("invited").asInt()).isZero();
        JsonNode rest = ravi.get(asked).ok();
        assertThat(rest.get("invitable").asInt()).isEqualTo(came.get("unreached").asInt());
        assertThat(
                        app.database()
                                .sql(
                                        "select count(*) from message where purpose ="
                                                + " 'invite-proofs'")
                                .query(Integer.class)
                                .single())
                .isGreaterThanOrEqualTo(came.get("invited").asInt());
    }
}
