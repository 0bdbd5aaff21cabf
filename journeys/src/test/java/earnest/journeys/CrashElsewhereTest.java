package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.ChatPage;
import earnest.testkit.Eventually;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;

/**
 * {@code kill -9} as {@link CrashTest} does, where another system is changed, a link is sent, or a
 * code goes by mail.
 */
@Order(6)
@ExtendWith(World.Running.class)
class CrashElsewhereTest extends Killing {
    /** Somebody with an account in Shore cloud beside that in the directory, proved. */
    private void ashore(World given) {
        proved(given, given.somebodyAshore());
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
        killAt(waypoint, () -> goes("link"));
        arrives();
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

    /** A mail that may have left is not sent again; the check can be begun anew. */
    @Cases(
            value = {
                "text-code-before-gateway",
                "text-code-after-gateway",
                "text-code-left-uncommitted",
                "text-code-left-committed"
            },
            sample = {"text-code-after-gateway"})
    void aCodeGoesByMailOnceAtMost(String waypoint, World given) {
        proved(given, given.somebodyWithAMailbox());
        killAt(waypoint, () -> tove.begin(ticket, "code-by-mail"));
        boolean left = !waypoint.endsWith("before-gateway");
        if (left) {
            Eventually.waitFor("the mail to come", () -> codes() == 1);
        }
        String check = tove.begin(ticket, "code-by-mail");
        Eventually.waitFor("the other mail to come", () -> codes() == (left ? 2 : 1));
        assertThat(tove.type(ticket, check, latestCode()).ok().get("outcome").asString())
                .isEqualTo("passed");
        assertThat(codes()).isEqualTo(left ? 2 : 1);
        tove.close(ticket, "Only a trial.");
    }

    /** Somebody who helps themselves: the link, and then the password. */
    @Cases(
            value = {
                "text-own-page-before-gateway",
                "text-own-page-after-gateway",
                "text-own-page-left-uncommitted",
                "change-intended-uncommitted",
                "change-intended-committed",
                "change-before-asked",
                "change-asked-committed",
                "change-after-system",
                "change-took-effect-uncommitted",
                "change-took-effect-committed"
            },
            sample = {"text-own-page-after-gateway", "change-after-system"})
    void onAPageOfTheirOwnItIsDoneOnceAsWell(String waypoint, World given) {
        world = given;
        outside = world.outside();
        account = world.somebody();
        OwnPage page = new OwnPage(new Http(world.ground().serverUrl()));
        page.start(account).ok();
        int texts = outside.texts(account).size();
        if (waypoint.startsWith("text-")) {
            String way = page.way("link-by-text");
            killAt(waypoint, () -> page.begin(way));
            if (waypoint.endsWith("before-gateway")) {
                // It may have left, so it is not sent again; one begins anew.
                page.begin(way).ok();
            }
        } else {
            page.begin(page.way("link-by-text")).ok();
        }
        String token = world.secret(outside.textedLink(account, texts));
        page.answer(token, "opened").ok();
        page.begin(page.way("authenticator")).ok();
        page.type(outside.authenticator(account)).ok();
        String own = world.secret("Lantern-kettle-under-pier-47");
        if (waypoint.startsWith("text-")) {
            page.set(own, "directory").ok();
        } else {
            killAt(waypoint, () -> page.set(own, "directory"));
        }
        if (page.stage().equals("choose")) {
            // It was not decided on yet when the server died.
            assertThat(waypoint).isEqualTo("change-intended-uncommitted");
            page.set(own, "directory").ok();
        }
        assertThat(page.settled().get("stage").asString()).isEqualTo("done");
        assertThat(world.directory().readOwnEntry(account, own)).isEqualTo(ResultCode.SUCCESS);
    }

    private long codes() {
        return StreamSupport.stream(outside.mails(mailbox()).spliterator(), false)
                .filter(mail -> mail.get("text").asString().startsWith("Your code is "))
                .count();
    }

    private String latestCode() {
        return StreamSupport.stream(outside.mails(mailbox()).spliterator(), false)
                .map(mail -> mail.get("text").asString())
                .filter(text -> text.startsWith("Your code is "))
                .map(text -> world.secret(text.substring(13, 19)))
                .reduce((a, b) -> b)
                .orElseThrow();
    }

    private String mailbox() {
        return account + "@lagoon.example";
    }

    /** What was written is there once, with one answer, and the chat goes on. */
    @Cases(
            value = {"chat-line-uncommitted", "chat-line-committed"},
            sample = {"chat-line-committed"})
    void inAChatItIsSaidOnceAsWell(String waypoint, World given) {
        world = given;
        outside = world.outside();
        ChatPage chat = new ChatPage(new Http(world.ground().serverUrl()));
        chat.start().ok();
        killAt(waypoint, () -> chat.say("12345678-a", "I forgot my password"));
        chat.say("12345678-a", "I forgot my password").ok();
        assertThat(chat.lines()).hasSize(3);
        assertThat(chat.last()).contains("Who are you?");
        chat.say("12345678-b", world.somebody()).ok();
        assertThat(chat.pageOffered()).isTrue();
        chat.leave().ok();
    }

    /**
     * A mail is one ticket, however often it is read; and one answer, or none where the server died
     * while it left: nobody knows then, so it is not sent again.
     */
    @Cases(
            value = {"mail-taken-uncommitted", "mail-taken-committed"},
            sample = {"mail-taken-committed"})
    void aMailIsTakenOnceAsWell(String waypoint, World given) {
        world = given;
        tove = world.desk("tove.rask");
        outside = world.outside();
        String mailbox = world.known(world.somebodyWithAMailbox()).get("ownMail").asString();
        int before = outside.mails(mailbox).size();
        String words = "I forgot my password, says " + mailbox;
        killAt(waypoint, () -> outside.writeMail(mailbox, "Password", words));
        Eventually.waitFor("the mail to be a ticket", () -> ticketsThatSay(words) == 1);
        // Whatever comes after it was read when it was read again.
        String after = "I am locked out, says " + mailbox;
        outside.writeMail(mailbox, "Locked out", after);
        Eventually.waitFor("the next mail to be a ticket", () -> ticketsThatSay(after) == 1);
        assertThat(ticketsThatSay(words)).isEqualTo(1);
        outside.mailed(mailbox, before, "go on here");
        assertThat(outside.mails(mailbox).size()).isLessThanOrEqualTo(before + 2);
    }

    /** A run goes on where it was: no step twice, none left out. */
    @Cases(
            value = {"run-started-uncommitted", "run-step-uncommitted", "run-step-committed"},
            sample = {"run-step-uncommitted"})
    void aRunGoesOnWhereItWas(String waypoint, World given) {
        world = given;
        tove = world.desk("tove.rask");
        outside = world.outside();
        account = world.somebody();
        int texts = outside.texts(account).size();
        OwnPage page = new OwnPage(new Http(world.ground().serverUrl()));
        if (waypoint.startsWith("run-started")) {
            killAt(waypoint, () -> page.start(account));
            page.start(account).ok();
        } else {
            page.start(account).ok();
        }
        page.begin(page.way("link-by-text")).ok();
        page.answer(world.secret(outside.textedLink(account, texts)), "opened").ok();
        page.begin(page.way("authenticator")).ok();
        if (waypoint.startsWith("run-step")) {
            // The run sees by itself that enough is proved.
            killAt(waypoint, () -> page.type(outside.authenticator(account)).ok());
        } else {
            page.type(outside.authenticator(account)).ok();
        }
        page.set(world.secret("Lantern-kettle-under-pier-49"), "directory").ok();
        assertThat(page.settled().get("stage").asString()).isEqualTo("done");
        String earlier = page.http().get("/api/own/session").ok().get("stage").asString();
        assertThat(earlier).isEqualTo("done");
        JsonNode run = theRunOf(account);
        assertThat(run.get("run").get("state").asString()).as(run.toString()).isEqualTo("done");
        assertThat(run.get("steps").size()).isEqualTo(5);
    }

    /** The run on the latest ticket of somebody, once it is over. */
    private JsonNode theRunOf(String account) {
        String ticket = tove.page(aVisit(account)).at("/who/earlier/0/ticket").asString();
        JsonNode runs = tove.api().get("/api/tickets/" + ticket + "/runs").ok();
        assertThat(runs.size()).isEqualTo(1);
        String id = runs.get(0).get("id").asString();
        return Eventually.get(
                "the run to end",
                () -> {
                    JsonNode page = tove.api().get("/api/runs/" + id).ok();
                    return page.get("run").get("state").asString().equals("running")
                            ? Optional.empty()
                            : Optional.of(page);
                });
    }

    /** A ticket that names them, so that their earlier ones are seen. */
    private String aVisit(String account) {
        outside.ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        return ticket;
    }

    private long ticketsThatSay(String words) {
        return StreamSupport.stream(
                        tove.api().get("/api/desk").ok().get("waiting").spliterator(), false)
                .map(w -> tove.page(w.get("id").asString()).path("written").toString())
                .filter(written -> written.contains(words))
                .count();
    }
}
