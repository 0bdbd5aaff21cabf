package earnest.checks.methods.tap;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.DeviceOfTests;
import earnest.checks.Devices;
import earnest.core.passwords.Secret;
import earnest.ground.Writes;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Http;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Duration;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;

/** Somebody says yes on their own device, and the word that it shows then. */
@ExtendWith(App.Running.class)
class TapApproveTest {
    private App app;
    private Desk tove;
    private String account;
    private String ticket;
    private DeviceOfTests phone;

    @BeforeEach
    void aCallerWithADevice(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        account = app.somebody();
        phone = device(account);
        ticket = named();
    }

    private String named() {
        String visit = app.visitor(tove);
        tove.claim(visit, account).ok();
        return visit;
    }

    private DeviceOfTests device(String owner) {
        DeviceOfTests device = new DeviceOfTests(app.httpFromElsewhere());
        device.id = UUID.randomUUID();
        app.bean(Writes.class)
                .run(
                        () ->
                                app.bean(Devices.class)
                                        .bringIn(
                                                device.id,
                                                UUID.fromString(tove.person(owner)),
                                                device.key()));
        return device;
    }

    private String outcome(String check, String typed) {
        return tove.type(ticket, check, typed).ok().get("outcome").asString();
    }

    @Test
    void aYesAndItsWordProve() {
        String check = tove.begin(ticket, "tap-approve");
        assertThat(tove.type(ticket, check, "anything").problem()).isEqualTo("too-early");
        JsonNode asked = phone.waiting().get(0);
        assertThat(asked.get("who").asString()).isEqualTo("Tove Rask of the service desk");
        assertThat(asked.get("whose").asString()).isNotBlank();
        assertThat(asked.hasNonNull("word")).as("no word before the yes").isFalse();

        String word = phone.answer(asked, "yes").ok().get("word").asString();
        assertThat(phone.waiting().get(0).get("word").asString()).isEqualTo(word);
        assertThat(tove.page(ticket).at("/proof/open/form/kind").asString()).isEqualTo("text");
        // A page has words of its own, which may be the same by chance; none is told by itself.
        assertThat(tove.page(ticket).toString())
                .as("the desk is told no word")
                .doesNotContain("\"" + word + "\"");
        assertThat(tove.standing(ticket)).as("a yes alone counts nothing").isZero();
        assertThat(outcome(check, "no" + word)).isEqualTo("wrong");
        assertThat(outcome(check, " " + word.toUpperCase(Locale.ROOT))).isEqualTo("passed");
        assertThat(tove.standing(ticket)).isEqualTo(22);
        assertThat(phone.waiting()).isEmpty();
        assertThat(tove.offer(ticket, "tap-approve")).as("it is one device").isEmpty();
    }

    @Test
    void aNoStopsEverything() {
        for (String no : new String[] {"no", "not-asked"}) {
            String other = app.somebody();
            account = other;
            phone = device(other);
            ticket = named();
            tove.begin(ticket, "tap-approve");
            JsonNode said = phone.answer(phone.waiting().get(0), no).ok();
            assertThat(said.hasNonNull("word")).isFalse();
            assertThat(tove.change(ticket, "unlock").problem()).as(no).isEqualTo("stopped");
        }
    }

    @Test
    void whoeverIsForcedSeesAWordAndTheDeskKnows() {
        String check = tove.begin(ticket, "tap-approve");
        String word = phone.answer(phone.waiting().get(0), "forced").ok().get("word").asString();
        assertThat(word).isNotBlank();
        assertThat(tove.type(ticket, check, word).problem()).isEqualTo("check-over");
        assertThat(tove.change(ticket, "unlock").problem()).isEqualTo("stopped");
        assertThat(tove.page(ticket).at("/ticket/reminder").asString()).contains("being forced");
    }

    @Test
    void aWordIsNotGuessedAndAnEndedCheckTakesNone() {
        String check = tove.begin(ticket, "tap-approve");
        String word = phone.yes();
        for (int i = 0; i < 2; i++) {
            assertThat(outcome(check, "guess" + i)).isEqualTo("wrong");
        }
        assertThat(outcome(check, "guess")).isEqualTo("failed");
        assertThat(tove.type(ticket, check, word).problem()).isEqualTo("check-over");
        assertThat(tove.standing(ticket)).isNegative();
    }

    @Test
    void aWordOfAnotherCheckIsNoneOfThisOne() {
        tove.begin(ticket, "tap-approve");
        String former = phone.yes();
        String second = tove.begin(ticket, "tap-approve");
        assertThat(tove.type(ticket, second, former).problem())
                .as("the yes was to the one before")
                .isEqualTo("too-early");
        String word = phone.yes();
        assertThat(word).isNotEqualTo(former);
        assertThat(outcome(second, former)).isEqualTo("wrong");
        assertThat(outcome(second, word)).isEqualTo("passed");
    }

    @Test
    void whatTheDeviceDidNotSignIsRefused() {
        tove.begin(ticket, "tap-approve");
        JsonNode asked = phone.waiting().get(0);
        Http anybody = app.httpFromElsewhere();
        assertThat(sent(anybody, phone.answers(asked, "yes", "no")).problem())
                .isEqualTo("not-signed");

        Map<String, Object> asks = phone.asks();
        anybody.post("/api/devices/waiting", asks).ok();
        assertThat(anybody.post("/api/devices/waiting", asks).problem())
                .as("once is enough")
                .isEqualTo("not-signed");

        DeviceOfTests stranger = device(app.somebody());
        assertThat(stranger.waiting()).as("sees its person's only").isEmpty();
        assertThat(stranger.answer(asked, "yes").problem()).isEqualTo("unknown");
        stranger.id = phone.id;
        assertThat(stranger.answer(asked, "yes").problem()).isEqualTo("not-signed");
        Map<String, Object> aged = new HashMap<>(phone.answers(asked, "yes", "yes"));
        aged.put("count", 1);
        assertThat(sent(anybody, aged).problem()).isEqualTo("not-signed");
        assertThat(tove.page(ticket).at("/proof/open/form/kind").asString()).isEqualTo("wait");
    }

    private static Answer sent(Http http, Map<String, Object> answer) {
        return http.post("/api/devices/answers", answer);
    }

    @Test
    void nobodyIsAskedUntilTheyGiveIn() {
        for (int i = 0; i < 4; i++) {
            tove.begin(ticket, "tap-approve");
        }
        String offer = tove.offer(ticket, "tap-approve").orElseThrow();
        assertThat(
                        tove.api()
                                .post("/api/tickets/" + ticket + "/checks", Map.of("offer", offer))
                                .problem())
                .isEqualTo("too-many-checks");
    }

    @Test
    void aYesInTimeIsForTheTicketThatAsked() {
        tove.begin(ticket, "tap-approve");
        String word = phone.yes();
        String other = named();
        assertThat(tove.standing(other)).isNotPositive();
        String check = tove.begin(other, "tap-approve");
        assertThat(tove.type(other, check, word).problem()).isEqualTo("too-early");
    }

    @Test
    void oneThatIsSetUpCountsOnceItsCodeWasTypedAndNotForTheFirstDays() {
        account = app.somebody();
        UUID person = UUID.fromString(tove.person(account));
        DeviceOfTests fresh = new DeviceOfTests(app.httpFromElsewhere());
        Http http = app.httpFromElsewhere();
        String setup = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
        Devices devices = app.bean(Devices.class);
        Writes writes = app.bean(Writes.class);
        UUID id = writes.get(() -> devices.begin(person, UUID.randomUUID(), Secret.of(setup)));
        assertThat(confirms(person, id, "000000")).as("no device took the code yet").isFalse();

        Map<String, Object> unsigned = new HashMap<>(fresh.setup(setup));
        unsigned.put("signature", fresh.setup("A".repeat(32)).get("signature"));
        assertThat(http.post("/api/devices/setup", unsigned).problem()).isEqualTo("not-signed");
        JsonNode done = http.post("/api/devices/setup", fresh.setup(setup)).ok();
        assertThat(done.get("device").asString()).isEqualTo(id.toString());
        assertThat(http.post("/api/devices/setup", new DeviceOfTests(http).setup(setup)).problem())
                .as("a code sets one device up")
                .isEqualTo("unknown");
        fresh.id = id;
        assertThat(http.post("/api/devices/waiting", fresh.asks()).problem())
                .as("it counts only once its person typed what it shows")
                .isEqualTo("not-signed");

        assertThat(confirms(person, id, done.get("code").asString())).isTrue();
        assertThat(fresh.waiting()).isEmpty();
        ticket = named();
        assertThat(tove.offer(ticket, "tap-approve")).as("it is new").isEmpty();
        try (App.Later _ = app.later(Duration.ofDays(15))) {
            tove = app.desk("tove.rask");
            ticket = named();
            assertThat(tove.offer(ticket, "tap-approve")).isPresent();
        }
    }

    private boolean confirms(UUID person, UUID device, String typed) {
        return app.bean(Writes.class)
                .get(() -> app.bean(Devices.class).confirm(person, device, Secret.of(typed)));
    }
}
