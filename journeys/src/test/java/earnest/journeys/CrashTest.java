package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Eventually;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Optional;

/**
 * {@code kill -9} before and after each commit and each call outside. After the restart nothing is
 * lost, doubled or left unknown.
 */
@Order(5)
@ExtendWith(World.Running.class)
class CrashTest extends Killing {
    @Cases(
            value = {"change-intended-uncommitted"},
            sample = {"change-intended-uncommitted"})
    void whatWasNotDecidedYetNeverHappened(String waypoint, World given) {
        proved(given);
        String before = world.directory().read("LDAP", account).getAttributeValue("pwdChangedTime");
        killAt(waypoint, () -> tove.change(ticket, "temporary-password"));
        assertThat(tove.page(ticket).get("changes")).isEmpty();
        assertThat(entries("change-intended")).isZero();
        assertThat(world.directory().read("LDAP", account).getAttributeValue("pwdChangedTime"))
                .isEqualTo(before);
        tove.change(ticket, "temporary-password").ok();
        worksToTheEnd();
    }

    @Cases(
            value = {
                // The request has committed; a worker may already be at the next waypoint.
                "change-intended-committed\nchange-before-asked",
                "change-before-asked",
                "change-asked-uncommitted",
                "change-after-system",
                "change-took-effect-uncommitted",
                "change-took-effect-committed"
            },
            sample = {"change-before-asked", "change-after-system"})
    void whatWasDecidedIsDoneOnceAndHandedOver(String waypoint, World given) {
        proved(given);
        killAt(waypoint, () -> tove.change(ticket, "temporary-password"));
        assertThat(settled().get("state").asString()).isEqualTo("TOOK_EFFECT");
        worksToTheEnd();
    }

    /**
     * Asked is committed, but whether it was sent nobody knows: reading back tells that it was not.
     */
    @Cases(
            value = {"change-asked-committed"},
            sample = {"change-asked-committed"})
    void whatWasPerhapsAskedIsReadBackAndNeverAskedTwice(String waypoint, World given) {
        proved(given);
        String before = world.directory().read("LDAP", account).getAttributeValue("pwdChangedTime");
        killAt(waypoint, () -> tove.change(ticket, "temporary-password"));
        assertThat(settled().get("state").asString()).isEqualTo("DID_NOT");
        assertThat(world.directory().read("LDAP", account).getAttributeValue("pwdChangedTime"))
                .isEqualTo(before);
        assertThat(entries("change-unknown")).isEqualTo(1);
        tove.change(ticket, "temporary-password").ok();
        worksToTheEnd();
    }

    @Cases(
            value = {"change-after-system", "change-took-effect-uncommitted"},
            sample = {"change-took-effect-uncommitted"})
    void anUnlockIsDoneOnce(String waypoint, World given) {
        proved(given);
        world.directory().lock("LDAP", account);
        killAt(waypoint, () -> tove.change(ticket, "unlock"));
        assertThat(settled().get("state").asString()).isEqualTo("TOOK_EFFECT");
        assertThat(entries("change-took-effect")).isEqualTo(1);
        assertThat(world.directory().locked("LDAP", account)).isFalse();
        tove.close(ticket, "Only a trial.");
    }

    /** Nobody is left with a password that nobody knows. */
    private void worksToTheEnd() {
        assertThat(settled().get("state").asString()).isEqualTo("TOOK_EFFECT");
        assertThat(entries("change-took-effect")).isEqualTo(1);
        String password = world.secret(tove.readAloud(ticket));
        signsIn(password);
        Eventually.get(
                "exactly one text that tells of the change",
                () ->
                        outside.texts(account).stream()
                                                .filter(
                                                        t ->
                                                                t.contains(
                                                                        "If you did not ask for"
                                                                                + " this"))
                                                .count()
                                        == 1
                                ? Optional.of(true)
                                : Optional.empty());
        tove.close(ticket, "Only a trial.");
    }

    private void handover(World given) {
        proved(given);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
    }

    @Cases(
            value = {
                "handover-route-committed",
                "text-handover-before-gateway",
                "text-handover-after-gateway",
                "text-handover-left-uncommitted",
                "text-handover-left-committed"
            },
            sample = {"text-handover-after-gateway"})
    void aTextIsSentOnce(String waypoint, World given) {
        handover(given);
        killAt(waypoint, () -> goes("text"));
        arrives();
        var carried =
                outside.texts(account).stream()
                        .filter(t -> t.startsWith("Your temporary password is "))
                        .toList();
        assertThat(carried).hasSize(1);
        assertThat(entries("handover-done")).isEqualTo(1);
        signsIn(world.secret(carried.getFirst().substring(27, 39)));
        tove.close(ticket, "Only a trial.");
    }

    @Cases(value = {"handover-route-uncommitted"})
    void aRouteThatWasNotChosenIsNotTaken(String waypoint, World given) {
        handover(given);
        killAt(waypoint, () -> goes("text"));
        assertThat(tove.page(ticket).get("handover").get("state").get("state").asString())
                .isEqualTo("waiting");
        worksToTheEnd();
    }

    @Cases(
            value = {"handover-shown-uncommitted", "handover-shown-committed"},
            sample = {"handover-shown-committed"})
    void aShowingThatNobodySawIsRepeated(String waypoint, World given) {
        handover(given);
        killAt(waypoint, () -> tove.api().post("/api/tickets/" + ticket + "/handover/show"));
        assertThat(entries("handover-shown")).isEqualTo(waypoint.endsWith("-committed") ? 1 : 0);
        worksToTheEnd();
    }

    @Cases(
            value = {"handover-said-back-uncommitted", "handover-said-back-committed"},
            sample = {"handover-said-back-uncommitted"})
    void aPartIsSaidBackOrNot(String waypoint, World given) {
        handover(given);
        JsonNode parts = tove.api().post("/api/tickets/" + ticket + "/handover/show").ok();
        StringBuilder password = new StringBuilder();
        parts.forEach(part -> password.append(part.get("characters").asString()));
        killAt(waypoint, () -> tove.saidBack(ticket, 1));
        int said = tove.page(ticket).get("handover").get("state").get("saidBack").asInt();
        assertThat(said).isEqualTo(waypoint.endsWith("-committed") ? 1 : 0);
        for (int part = said + 1; part <= 3; part++) {
            tove.saidBack(ticket, part).ok();
        }
        signsIn(world.secret(password.toString()));
        tove.close(ticket, "Only a trial.");
    }
}
