package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
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

    private BrowserContext telephone(ColorScheme scheme) {
        return world.browser()
                .newContext(
                        new Browser.NewContextOptions()
                                .setViewportSize(390, 844)
                                .setColorScheme(scheme));
    }

    private Analyst open(BrowserContext context, String who, String address) {
        Page page = context.newPage();
        Analyst somebody = Analyst.at(page, world.watch(who, page));
        page.navigate(world.ground().serverUrl() + address);
        return somebody;
    }

    private static Locator heading(Analyst who, String words) {
        return who.page().getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(words));
    }

    private static void pick(Analyst who, String way) {
        who.page().getByRole(AriaRole.BUTTON).getByText(way).first().click();
    }

    @Test
    void fromTheLibrarysComputerToThePhoneToTheDirectory(World given) {
        world = given;
        String account = world.somebody();
        String own = world.secret("Copper-kettle-under-pier-62");
        int texts = world.outside().texts(account).size();
        try (BrowserContext library = telephone(ColorScheme.LIGHT);
                BrowserContext phone = telephone(ColorScheme.DARK)) {
            Analyst first = open(library, "somebody at a computer", "/forgot");
            heading(first, "Forgot your password?").waitFor();
            first.accessible("who are you");
            first.page().getByLabel("Who are you?").fill(account);
            first.press("Enter");
            heading(first, "Prove that it is you").waitFor();
            first.accessible("ways to prove oneself");
            pick(first, "Link to your phone");
            first.see("A link is on its way to your phone");
            first.accessible("waiting for a link");
            // It survives a reload.
            first.page().reload();
            first.see("A link is on its way to your phone");

            String token = world.secret(world.outside().textedLink(account, texts));
            Analyst there = open(phone, "the person on the phone", "/forgot#" + token);
            there.button("Show it").click();
            heading(there, "Is it you who asked for this?").waitFor();
            there.accessible("a link that was opened");
            there.button("It is me: go on here").click();
            there.see("One more.");
            heading(first, "You went on elsewhere").waitFor();
            first.accessible("the page that stopped");

            pick(there, "Code from your authenticator");
            Locator code = there.page().getByLabel("Type the six digits");
            code.fill("000000");
            there.press("Enter");
            there.page().getByRole(AriaRole.ALERT).getByText("That is not it").waitFor();
            there.accessible("a wrong code");
            code.fill(world.outside().authenticator(account));
            there.press("Enter");
            heading(there, "Choose a new password").waitFor();
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
            heading(there, "Your new password is set").waitFor();
            there.see("works now");
            there.accessible("the new password is set");
            assertThat(world.directory().readOwnEntry(account, own)).isEqualTo(ResultCode.SUCCESS);
            there.button("Leave this page").click();
            heading(there, "Forgot your password?").waitFor();
        }
        itWasNotThem(account, own, texts + 1);
    }

    /** Whoever is told and did not ask for it presses, and the desk has it on its edge. */
    private void itWasNotThem(String account, String own, int texts) {
        String token = world.secret(world.outside().textedLink(account, texts));
        try (BrowserContext phone = telephone(ColorScheme.LIGHT);
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Analyst person = open(phone, "the person who was told", "/link#" + token);
            person.button("Show it").click();
            heading(person, "Did you set a new password?").waitFor();
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
        try (BrowserContext phone = telephone(ColorScheme.LIGHT)) {
            Analyst stranger = open(phone, "a stranger", "/forgot");
            stranger.page().getByLabel("Who are you?").fill("captain.nobody");
            stranger.press("Enter");
            heading(stranger, "Prove that it is you").waitFor();
            stranger.page().locator("main ul button").first().click();
            stranger.see("Nothing comes?");
            stranger.button("Take another way").click();
            heading(stranger, "Prove that it is you").waitFor();
        }
    }

    @Test
    void whatProvesOneIsSetUpOnThePhone(World given) {
        world = given;
        String account = world.somebody();
        int texts = world.outside().texts(account).size();
        try (BrowserContext first = telephone(ColorScheme.LIGHT);
                BrowserContext phone = telephone(ColorScheme.LIGHT)) {
            Analyst begins = open(first, "somebody with a telephone", "/me");
            heading(begins, "What proves that it is you").waitFor();
            begins.accessible("who are you, for proofs");
            begins.page().getByLabel("Who are you?").fill(account);
            begins.press("Enter");
            heading(begins, "Prove that it is you").waitFor();
            pick(begins, "Link to your phone");
            String token = world.secret(world.outside().textedLink(account, texts));
            Analyst there = open(phone, "the person on the phone", "/forgot#" + token);
            there.button("Show it").click();
            there.button("It is me: go on here").click();
            there.see("One more.");
            pick(there, "Code from your authenticator");
            there.page()
                    .getByLabel("Type the six digits")
                    .fill(world.outside().authenticator(account));
            there.press("Enter");
            heading(there, "What proves that it is you").waitFor();
            there.see("You have");
            there.accessible("what proves one");

            pick(there, "ten codes for paper");
            heading(there, "Your recovery codes").waitFor();
            Locator codes = there.page().locator("ol[aria-label='Recovery codes'] li");
            assertThat(codes.count()).isEqualTo(10);
            world.secret(codes.first().innerText().replaceAll("^1\\s+", "").strip());
            there.accessible("codes for paper");
            there.button("I have them on paper").click();
            there.see("10 are left");
            pick(there, "an app on your phone");
            heading(there, "Add an authenticator").waitFor();
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
