package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Set;

/** Kills the server at a waypoint, on a ticket on which somebody is proved. */
abstract class Killing {
    World world;
    Desk tove;
    Outside outside;
    String account;
    String ticket;

    void proved(World given) {
        proved(given, given.somebody());
    }

    /** Somebody of whom nobody else knows, named and proved. */
    void proved(World given, String who) {
        world = given;
        tove = world.desk("tove.rask");
        outside = world.outside();
        account = who;
        ticket = tove.proved(account, outside);
    }

    /** Does something that gets to the waypoint, kills the server there, and starts it again. */
    void killAt(String waypoint, Runnable act) {
        Path hold = world.ground().home().resolve("hold");
        Path reached = world.ground().home().resolve("reached");
        try {
            Files.deleteIfExists(reached);
            Files.writeString(hold, waypoint);
            Thread acting =
                    Thread.ofVirtual()
                            .start(
                                    () -> {
                                        try {
                                            act.run();
                                        } catch (UncheckedIOException | AssertionError cutOff) {
                                            // The answer to the request dies with the server.
                                        }
                                    });
            Eventually.waitFor("the waypoint " + waypoint, () -> Files.exists(reached));
            world.server().kill();
            Files.delete(hold);
            acting.join(Duration.ofSeconds(10));
            world.server().startAgain();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    JsonNode settled() {
        return Eventually.get(
                "the change to be settled",
                Duration.ofSeconds(45),
                () ->
                        tove.last(ticket)
                                .filter(
                                        c ->
                                                !Set.of("INTENDED", "ASKED", "UNKNOWN")
                                                        .contains(c.get("state").asString())));
    }

    long entries(String kind) {
        long count = 0;
        String number = tove.page(ticket).get("ticket").get("number").asString().substring(2);
        for (JsonNode read : tove.api().get("/api/record?ticket=" + number).ok().get("entries")) {
            if (read.get("entry").get("kind").asString().equals(kind)) {
                count++;
            }
        }
        return count;
    }

    void signsIn(String password) {
        assertThat(
                        world.directory()
                                .changeOwn(
                                        account,
                                        password,
                                        world.secret("An own long sentence 9 of " + account)))
                .isEqualTo(ResultCode.SUCCESS);
        Eventually.waitFor(
                "the sign-in to be seen",
                () -> tove.page(ticket).get("handover").get("state").has("inAt"));
    }

    /** Chooses how the password goes, to the first contact that is offered. */
    void goes(String route) {
        String contact =
                tove.page(ticket).get("handover").get("contacts").get(0).get("id").asString();
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/handover/route",
                        Map.of("route", route, "contact", contact));
    }

    void arrives() {
        Eventually.waitFor(
                "what brings the password to arrive",
                Duration.ofSeconds(45),
                () ->
                        tove.page(ticket)
                                .get("handover")
                                .get("state")
                                .get("state")
                                .asString()
                                .equals("arrived"));
    }
}
