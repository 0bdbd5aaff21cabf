package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.PortStores;
import earnest.testkit.Steward;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.stream.StreamSupport;

/** Somebody has accounts in a directory, a service and a database; all are helped by one key. */
@ExtendWith(World.Running.class)
class SeveralSystemsTest {
    private static final String CLOUD = "Shore cloud";

    @Test
    void threeAreTickedAndTheOneThatRefusesStopsNoOther(World world) {
        String account = world.somebodyAshore();
        PortStores stores = new PortStores(world.ground());
        stores.make(account);
        connected(new Steward(world.ground()).api(), stores);
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Callers.rings(world, tove, account);
            TwoSystemsTest.prove(world, tove, account);

            tove.column("Change").getByText("Port stores").first().waitFor();
            tove.press("x", "ArrowDown", "x", "ArrowDown", "x");
            tove.see("A temporary password for 3 accounts");
            tove.accessible("three accounts ticked");
            // Meanwhile, and nobody at the desk sees it.
            world.outside().cloudAccount(account, false, false);
            tove.press("t");
            tove.see(CLOUD + ": ");
            tove.see("Please say each one back to me");
            tove.column("Handover").getByText("The password for").waitFor();
            tove.accessible("two passwords, and one refused");
            assertThat(tove.column("Change").innerText())
                    .as("the others took effect")
                    .contains("on 2 of 2 servers");
            String ticket = tove.page().url().replaceAll(".*/", "");
            Desk desk = world.desk("tove.rask");
            Eventually.waitFor(
                    "two changes to take effect",
                    Duration.ofSeconds(40),
                    () ->
                            StreamSupport.stream(
                                                    desk.page(ticket).get("changes").spliterator(),
                                                    false)
                                            .filter(
                                                    one ->
                                                            one.get("state")
                                                                    .asString()
                                                                    .equals("TOOK_EFFECT"))
                                            .count()
                                    == 2);
            assertThat(desk.page(ticket).get("changes")).hasSize(2);
            world.secret(desk.readAloud(ticket));
            String second = world.secret(desk.readAloud(ticket));
            assertThat(second).isNotBlank();
        }
        world.outside().cloudAccount(account, true, false);
    }

    /** As a steward does it, and its accounts were looked at since. */
    private static void connected(Http steward, PortStores stores) {
        steward.put("/api/systems/port-stores", stores.system()).ok();
        Eventually.waitFor(
                "its accounts to be matched",
                Duration.ofSeconds(60),
                () ->
                        StreamSupport.stream(steward.get("/api/systems").ok().spliterator(), false)
                                .filter(one -> one.get("id").asString().equals("port-stores"))
                                .anyMatch(one -> one.path("accounts").asInt(0) > 0));
    }
}
