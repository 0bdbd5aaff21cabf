package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.Eventually;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** At night, on a telephone: somebody sets a new password by themselves, and was it they? */
@ExtendWith(World.Running.class)
class ForgotTest {
    private World world;

    @Test
    void fromTheLibrarysComputerToThePhoneToTheDirectory(World given) {
        world = given;
        String account = world.somebody();
        String own = world.secret("Copper-kettle-under-pier-62");
        int texts = world.outside().texts(account).size();
        try (BrowserContext library = OnThePhone.telephone(world, ColorScheme.LIGHT);
                BrowserContext phone = OnThePhone.telephone(world, ColorScheme.DARK)) {
            Analyst first = OnThePhone.open(world, library, "somebody at a computer", "/forgot");
            OnThePhone.heading(first, "Forgot your password?").waitFor();
            first.accessible("who are you");
            first.page().getByLabel("Who are you?").fill(account);
            first.press("Enter");
            OnThePhone.heading(first, "Prove that it is you").waitFor();
            first.accessible("ways to prove oneself");
            OnThePhone.pick(first, "Link to your phone");
            first.see("a link is on its way there, by text");
            first.accessible("waiting for a link");
            // It survives a reload.
            first.page().reload();
            first.see("a link is on its way there, by text");

            String token = world.secret(world.outside().textedLink(account, texts));
            Analyst there =
                    OnThePhone.open(world, phone, "the person on the phone", "/forgot#" + token);
            there.button("Show it").click();
            OnThePhone.heading(there, "Is it you who asked for this?").waitFor();
            there.accessible("a link that was opened");
            there.button("It is me: go on here").click();
            there.see("One more.");
            OnThePhone.heading(first, "You went on elsewhere").waitFor();
            first.accessible("the page that stopped");

            OnThePhone.pick(there, "Code from your authenticator");
            Locator code = there.page().getByLabel("Type the six digits");
            code.fill("000000");
            there.press("Enter");
            there.page().getByRole(AriaRole.ALERT).getByText("That is not it").waitFor();
            there.accessible("a wrong code");
            code.fill(world.outside().authenticator(account));
            there.press("Enter");
            OnThePhone.heading(there, "Choose a new password").waitFor();
            Locator field = there.page().getByLabel("New password");
            field.fill("short");
            there.page().getByText("rules are not kept").waitFor();
            there.accessible("rules that are not kept");
            field.fill(own);
            there.page()
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Set it").setExact(true))
                    .waitFor();
            field.press("Enter");
            OnThePhone.heading(there, "Your new password is set").waitFor();
            there.see("works now");
            there.accessible("the new password is set");
            assertThat(world.directory().readOwnEntry(account, own)).isEqualTo(ResultCode.SUCCESS);
            there.button("Leave this page").click();
            OnThePhone.heading(there, "Forgot your password?").waitFor();
        }
        itWasNotThem(account, own, texts + 1);
    }

    /** Whoever is told and did not ask for it presses, and the desk has it on its edge. */
    private void itWasNotThem(String account, String own, int texts) {
        String token = world.secret(world.outside().textedLink(account, texts));
        try (BrowserContext phone = OnThePhone.telephone(world, ColorScheme.LIGHT);
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Analyst person =
                    OnThePhone.open(world, phone, "the person who was told", "/link#" + token);
            person.button("Show it").click();
            OnThePhone.heading(person, "Did you set a new password?").waitFor();
            person.accessible("did you set it");
            person.button("I did not ask for this").click();
            person.see("taken out of force");
            tove.see("says: 'I did not ask for this'");
            Eventually.waitFor(
                    "the password to be out of force",
                    () ->
                            world.directory()
                                    .bind(account, own)
                                    .equals(ResultCode.INVALID_CREDENTIALS));
        }
    }

    @Test
    void aNameThatNobodyHasGetsAPageThatLeadsNowhere(World given) {
        world = given;
        try (BrowserContext phone = OnThePhone.telephone(world, ColorScheme.LIGHT)) {
            Analyst stranger = OnThePhone.open(world, phone, "a stranger", "/forgot");
            stranger.page().getByLabel("Who are you?").fill("captain.nobody");
            stranger.press("Enter");
            OnThePhone.heading(stranger, "Prove that it is you").waitFor();
            stranger.button("4 more ways").click();
            stranger.accessible("all ways of the house");
            stranger.page().locator("main ul button").first().click();
            stranger.see("or nothing comes?");
            stranger.button("Take another way").click();
            OnThePhone.heading(stranger, "Prove that it is you").waitFor();
        }
    }

    @Test
    void whatProvesOneIsSetUpOnThePhone(World given) {
        world = given;
        String account = world.somebody();
        try (BrowserContext first = OnThePhone.telephone(world, ColorScheme.LIGHT);
                BrowserContext phone = OnThePhone.telephone(world, ColorScheme.LIGHT)) {
            Analyst begins = OnThePhone.open(world, first, "somebody with a telephone", "/me");
            OnThePhone.heading(begins, "What proves that it is you").waitFor();
            begins.accessible("who are you, for proofs");
            Analyst there = OnThePhone.proved(world, begins, phone, account);
            there.see("You have");
            there.accessible("what proves one");

            OnThePhone.pick(there, "ten codes for paper");
            OnThePhone.heading(there, "Your recovery codes").waitFor();
            Locator codes = there.page().locator("ol[aria-label='Recovery codes'] li");
            assertThat(codes.count()).isEqualTo(10);
            world.secret(codes.first().innerText().replaceAll("^1\\s+", "").strip());
            there.accessible("codes for paper");
            there.button("I have them on paper").click();
            there.see("10 are left");
            OnThePhone.pick(there, "an app on your phone");
            OnThePhone.heading(there, "Add an authenticator").waitFor();
            there.page().getByRole(AriaRole.IMG).waitFor();
            there.accessible("a key for an app");
            there.button("Leave it").click();
            there.page().getByLabel("Take Recovery codes away").click();
            there.button("Yes, take it away").click();
            there.see("is taken away");
            there.button("I am done").click();
            there.page().getByLabel("Who are you?").waitFor();
        }
    }
}
