package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.Eventually;
import earnest.testkit.browser.Analyst;
import earnest.testkit.browser.VirtualPasskeys;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Optional;

/** What people carry is set up by themselves, and used on their page and for the desk. */
@ExtendWith(World.Running.class)
class OwnDevicesTest {
    private World world;
    private String account;

    /** On their phone, with enough proved to set things up. */
    private Analyst proved(BrowserContext phone) {
        try (BrowserContext elsewhere = OnThePhone.telephone(world, ColorScheme.DARK)) {
            Analyst begins = OnThePhone.open(world, elsewhere, "somebody at a computer", "/me");
            return OnThePhone.proved(world, begins, phone, account);
        }
    }

    @Test
    void aPasskeyIsMadeAndUsedOnThePageAndForTheDesk(World given) {
        world = given;
        account = world.somebody();
        try (BrowserContext phone = OnThePhone.telephone(world, ColorScheme.DARK);
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Analyst there = proved(phone);
            VirtualPasskeys.in(there.page());
            OnThePhone.pick(there, "by finger, face or its own code");
            OnThePhone.heading(there, "Add a passkey").waitFor();
            there.accessible("a passkey to be made");
            there.button("Make it on this device").click();
            there.see("Your passkey is added.");
            there.button("I am done").click();
            Callers.hadItLong(world, account, "passkey");

            there.page().navigate(world.ground().serverUrl() + "/forgot");
            there.page().getByLabel("Who are you?").fill(account);
            there.press("Enter");
            OnThePhone.heading(there, "Prove that it is you").waitFor();
            OnThePhone.pickOfTheRest(there, "by finger, face or its own code");
            there.button("Use my passkey").waitFor();
            there.accessible("a passkey is asked for");
            there.button("Use my passkey").click();
            there.see("One more.");
            assertThat(there.page().getByLabel("Proved").innerText()).contains("Passkey");

            int texts = world.outside().texts(account).size();
            Callers.comes(tove, account);
            Proving.begin(tove, "Passkey, link to work mobile");
            String token = world.secret(world.outside().textedLink(account, texts));
            there.page().navigate(world.ground().serverUrl() + "/link#" + token);
            there.button("Show it").click();
            there.see("Are you with the service desk now?");
            there.accessible("a passkey behind a link");
            there.button("It is I: use my passkey").click();
            there.see("The service desk sees it now.");
            tove.see("used their passkey");
        }
    }

    @Test
    void aPhoneThatAnswersIsSetUpAndAsked(World given) {
        world = given;
        account = world.somebody();
        try (BrowserContext phone = OnThePhone.telephone(world, ColorScheme.DARK);
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Analyst there = proved(phone);
            OnThePhone.pick(there, "your phone asks you");
            OnThePhone.heading(there, "Add a device that answers").waitFor();
            there.accessible("a code for a device");
            String setup = there.page().locator("span.num").first().innerText();
            Analyst pocket = Analyst.at(phone.newPage(), world.watch("a pocket", phone.newPage()));
            pocket.page().navigate(world.ground().standinsUrl() + "/pockets/" + account);
            pocket.page().getByText("Set this phone up as a device that answers").click();
            pocket.page().getByLabel("The code from the page").fill(setup);
            pocket.button("Set it up").click();
            pocket.see("This phone is set up");
            there.page()
                    .getByLabel("The six digits that it shows")
                    .fill(device().get("code").asString());
            there.press("Enter");
            there.see("Your device is added.");
            Callers.hadItLong(world, account, "device");

            Callers.comes(tove, account);
            Proving.begin(tove, "Yes on their phone");
            tove.see("It is asked now.");
            pocket.button("Yes, I asked for this").click();
            pocket.see("Say this word to them:");
            tove.page().getByLabel("The word that their device shows now").waitFor();
            tove.accessible("the word of a device");
            String word =
                    Eventually.get(
                            "the word on the phone",
                            () ->
                                    Optional.ofNullable(
                                            device().at("/waiting/0/word").asString(null)));
            tove.page().keyboard().type(word);
            tove.press("Enter");
            tove.see("yes, and the word");
        }
    }

    private JsonNode device() {
        return world.outside().pocket(account).get("device");
    }
}
