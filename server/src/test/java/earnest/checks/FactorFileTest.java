package earnest.checks;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.DeviceOfTests;
import earnest.core.codes.Base32;
import earnest.core.codes.Totp;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Http;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.time.Instant;
import java.util.Base64;
import java.util.Map;
import java.util.Random;
import java.util.UUID;

/** Good lines come in, each other is named, and no key is anywhere. */
@ExtendWith(App.Running.class)
class FactorFileTest {
    private static final String PATH = "/api/handed-out/authenticators";

    private static String without(App app) {
        String account = app.somebody();
        app.databaseAs("migrate")
                .sql(
                        "delete e from enrolment e join person p on p.id = e.person_id where"
                                + " p.account = :a")
                .param("a", account)
                .update();
        return account;
    }

    @Test
    void goodLinesAreTakenAndEachOtherIsNamed(App app) {
        app.needs("authenticator");
        byte[] key = new byte[20];
        new Random(7).nextBytes(key);
        String text = Base32.of(key).open(String::new);
        String fresh = without(app);
        String twice = without(app);
        String has = app.somebody();
        String file =
                "Account,Key\r\n"
                        + fresh
                        + ","
                        + text.toLowerCase(java.util.Locale.ROOT)
                        + "\r\n"
                        + twice
                        + ";"
                        + text
                        + "\n"
                        + twice
                        + ","
                        + text
                        + "\n"
                        + has
                        + ","
                        + text
                        + "\n\n"
                        + "nobody.at.all,"
                        + text
                        + "\n"
                        + without(app)
                        + ",Canary-0189\n"
                        + without(app)
                        + ",MZXW6\n"
                        + "only-an-account\n";
        Http maren = app.desk("maren.holt").api();
        JsonNode came = maren.post(PATH, Map.of("text", file)).ok();
        assertThat(came.get("added").asInt()).isEqualTo(2);
        assertThat(came.get("wrong").toString())
                .isEqualTo(
                        "[{\"row\":4,\"words\":\"That account stands on another line,"
                            + " too.\"},{\"row\":5,\"words\":\"They have an authenticator"
                            + " already.\"},{\"row\":7,\"words\":\"Nobody has the account"
                            + " nobody.at.all.\"},{\"row\":8,\"words\":\"The key is not in base"
                            + " 32.\"},{\"row\":9,\"words\":\"The key has 16 to 64 bytes, and this"
                            + " one has not.\"},{\"row\":10,\"words\":\"It needs an account and a"
                            + " key, with a comma between.\"}]");
        assertThat(offered(app, fresh, "authenticator")).as("new").isFalse();
        Eventually.waitFor(
                "them to be told",
                () -> app.outside().texts(fresh).toString().contains("You were given something"));
        app.hadItLong(fresh);
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, fresh).ok();
        String check = tove.begin(ticket, "authenticator");
        String code = Totp.at(key, Instant.now(), Totp.STANDARD).open(String::new);
        assertThat(tove.type(ticket, check, code).ok().get("outcome").asString())
                .isEqualTo("passed");
        tove.close(ticket, "Only a trial.");
    }

    private static boolean offered(App app, String account, String method) {
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        boolean offered = tove.offer(ticket, method).isPresent();
        tove.close(ticket, "Only a trial.");
        return offered;
    }

    @Test
    void aDeviceComesInWithItsIdAndIsAskedOnceItIsNotNew(App app) {
        app.needs("tap-approve");
        String account = app.somebody();
        DeviceOfTests phone = new DeviceOfTests(app.httpFromElsewhere());
        phone.id = UUID.randomUUID();
        String key = Base64.getUrlEncoder().withoutPadding().encodeToString(phone.key());
        Http maren = app.desk("maren.holt").api();
        String file =
                "account,device,key\n%s,%s,%s\n%s,not-an-id,%s\n%s,%s,AAAA\n%s,%s\n"
                        .formatted(
                                account,
                                phone.id,
                                key,
                                app.somebody(),
                                key,
                                app.somebody(),
                                UUID.randomUUID(),
                                app.somebody(),
                                key);
        JsonNode came = maren.post("/api/handed-out/devices", Map.of("text", file)).ok();
        assertThat(came.get("added").asInt()).isEqualTo(1);
        assertThat(came.get("wrong").toString())
                .isEqualTo(
                        "[{\"row\":3,\"words\":\"The device's id is not a"
                            + " UUID.\"},{\"row\":4,\"words\":\"The key has 32 bytes, and this one"
                            + " has not.\"},{\"row\":5,\"words\":\"It needs an account, the"
                            + " device's id and its public key, with commas between.\"}]");
        String again = "%s,%s,%s".formatted(app.somebody(), phone.id, key);
        assertThat(
                        maren.post("/api/handed-out/devices", Map.of("text", again))
                                .ok()
                                .get("wrong")
                                .toString())
                .contains("That device is here already.");
        assertThat(offered(app, account, "tap-approve")).as("new").isFalse();
        app.hadItLong(account);
        assertThat(offered(app, account, "tap-approve")).isTrue();
    }

    @Test
    void aStewardBringsNothingInForThemselves(App app) {
        Http maren = app.desk("maren.holt").api();
        assertThat(
                        maren.post(PATH, Map.of("text", "mholt,JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP"))
                                .ok()
                                .get("wrong")
                                .toString())
                .contains("That is you.");
    }

    @Test
    void onlyAStewardBringsThemIn(App app) {
        Map<String, String> file = Map.of("text", "a,b");
        assertThat(app.desk("tove.rask").api().post(PATH, file).problem()).isEqualTo("no-right");
        assertThat(app.desk("ravi.anand").api().post(PATH, file).problem()).isEqualTo("no-right");
    }
}
