package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.checks.Devices;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.ground.Writes;
import earnest.testkit.Desk;
import earnest.testkit.OwnPage;

import java.util.UUID;

/** Sends the examples of devices that answer: one is set up, another is asked and answers. */
final class DeviceExamples {
    private DeviceExamples() {}

    static void send(App app, Desk tove, ApiExamples examples) {
        if (app.isWithout("tap-approve")) {
            return;
        }
        String account = app.somebody();
        OwnPage page = new OwnPage(app.httpFromElsewhere());
        page.startForProofs(account).ok();
        HarbourWord.proves(page);
        String setup = page.setUp("tap-approve").ok().get("key").asString();
        DeviceOfTests fresh = new DeviceOfTests(app.httpFromElsewhere());
        examples.send(app.httpFromElsewhere(), "setUpDevice", fresh.setup(setup));
        page.http().delete("/api/own/session").ok();

        DeviceOfTests phone = new DeviceOfTests(app.httpFromElsewhere());
        phone.id = UUID.randomUUID();
        UUID person = UUID.fromString(tove.person(account));
        app.bean(Writes.class)
                .run(() -> app.bean(Devices.class).bringIn(phone.id, person, phone.key()));
        String visit = app.visitor(tove);
        tove.claim(visit, account).ok();
        tove.begin(visit, "tap-approve");
        var waiting =
                examples.send(app.httpFromElsewhere(), "askForDevice", phone.asks()).get("waiting");
        assertThat(waiting).hasSize(1);
        examples.send(
                app.httpFromElsewhere(),
                "answerOnDevice",
                phone.answers(waiting.get(0), "yes", "yes"));
        tove.close(visit, "Only a trial.");
    }
}
