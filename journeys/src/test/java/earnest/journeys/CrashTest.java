package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.Outside;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;

/**
 * {@code kill -9} before and after each commit and each call outside. After the restart nothing is
 * lost, doubled or left unknown.
 */
@Order(5)
@ExtendWith(World.Running.class)
class CrashTest {
    private World world;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    private void proved(World given) {
        world = given;
        tove = world.desk("tove.rask");
        outside = world.outside();
        account = world.somebody();
        ticket = tove.proved(account, outside);
    }

    /** Does something that gets to the waypoint, kills the server there, and starts it again. */
    private void killAt(String waypoint, Runnable act) {
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

    private JsonNode settled() {
        return Eventually.get(
                "the change to be settled",
                Duration.ofSeconds(45),
                () ->
                        tove.last(ticket)
                                .filter(
                                        c ->
                                                !java.util.Set.of("INTENDED", "ASKED", "UNKNOWN")
                                                        .contains(c.get("state").asString())));
    }

    private long entries(String kind) {
        long count = 0;
        String number = tove.page(ticket).get("ticket").get("number").asString().substring(2);
        for (JsonNode read : tove.api().get("/api/record?ticket=" + number).ok().get("entries")) {
            if (read.get("entry").get("kind").asString().equals(kind)) {
                count++;
            }
        }
        return count;
    }

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

    private void signsIn(String password) {
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

    private void handover(World given) {
        proved(given);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
    }

    private void byText() {
        String contact =
                tove.page(ticket).get("handover").get("contacts").get(0).get("id").asString();
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/handover/route",
                        Map.of("route", "text", "contact", contact));
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
        killAt(waypoint, this::byText);
        Eventually.get(
                "the text to arrive",
                Duration.ofSeconds(45),
                () ->
                        Optional.of(
                                        tove.page(ticket)
                                                .get("handover")
                                                .get("state")
                                                .get("state")
                                                .asString())
                                .filter("arrived"::equals));
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
        killAt(waypoint, this::byText);
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

    /** Somebody with an account in Shore cloud beside that in the directory, proved. */
    private void ashore(World given) {
        world = given;
        tove = world.desk("tove.rask");
        outside = world.outside();
        account = world.somebodyAshore();
        ticket = tove.proved(account, outside);
    }

    private void isInTheCloud(String password) {
        assertThat(outside.cloudSignIn(account, world.secret(password), "a sentence of my own 7"))
                .isEqualTo("changed");
        Eventually.waitFor(
                "the sign-in to be seen",
                () -> tove.page(ticket).get("handover").get("state").has("inAt"));
    }

    @Cases(
            value = {
                "change-before-asked",
                "change-after-system",
                "change-took-effect-uncommitted",
                "change-took-effect-committed"
            },
            sample = {"change-after-system"})
    void inAnotherSystemItIsDoneOnceAsWell(String waypoint, World given) {
        ashore(given);
        killAt(waypoint, () -> tove.change(ticket, "shore-cloud", "temporary-password"));
        assertThat(settled().get("state").asString()).isEqualTo("TOOK_EFFECT");
        assertThat(entries("change-took-effect")).isEqualTo(1);
        isInTheCloud(tove.readAloud(ticket));
        tove.close(ticket, "Only a trial.");
    }

    private void byLink() {
        String contact =
                tove.page(ticket).get("handover").get("contacts").get(0).get("id").asString();
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/handover/route",
                        Map.of("route", "link", "contact", contact));
    }

    @Cases(
            value = {
                "handover-route-committed",
                "text-handover-link-before-gateway",
                "text-handover-link-after-gateway",
                "text-handover-link-left-uncommitted",
                "text-handover-link-left-committed"
            },
            sample = {"text-handover-link-after-gateway"})
    void aLinkIsSentOnceAndShowsItOnce(String waypoint, World given) {
        ashore(given);
        tove.change(ticket, "shore-cloud", "temporary-password").ok();
        tove.settled(ticket);
        killAt(waypoint, this::byLink);
        Eventually.get(
                "the link to arrive",
                Duration.ofSeconds(45),
                () ->
                        Optional.of(
                                        tove.page(ticket)
                                                .get("handover")
                                                .get("state")
                                                .get("state")
                                                .asString())
                                .filter("arrived"::equals));
        var links =
                outside.texts(account).stream().filter(text -> text.contains("/link#")).toList();
        assertThat(links).hasSize(1);
        String token =
                world.secret(links.getFirst().replaceAll("(?s).*/link#([A-Za-z0-9_-]+).*", "$1"));
        Http phone = new Http(world.ground().serverUrl());
        phone.get("/api/session");
        String password =
                phone.post("/api/links/answer", Map.of("token", token, "choice", "show"))
                        .ok()
                        .get("secret")
                        .asString();
        assertThat(entries("handover-done")).isEqualTo(1);
        isInTheCloud(password);
        tove.close(ticket, "Only a trial.");
    }
}
