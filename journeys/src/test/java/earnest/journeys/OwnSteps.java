package earnest.journeys;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;

import earnest.testkit.browser.Analyst;

/** What somebody does on a page of their own that stands beside a chat or a mail. */
final class OwnSteps {
    private OwnSteps() {}

    /** Gives the authenticator's code. */
    static void authenticator(World world, Analyst person, String account) {
        Page page = person.page();
        page.getByRole(AriaRole.BUTTON).getByText("Code from your authenticator").click();
        page.getByLabel("Type the six digits").fill(world.outside().authenticator(account));
        person.press("Enter");
        person.see("One more.");
    }

    /**
     * Has a link sent to the phone, and opens it in the same browser.
     *
     * @param texts that had come to the phone before
     */
    static void linkToThePhone(World world, Analyst person, String account, int texts) {
        Page page = person.page();
        page.getByRole(AriaRole.BUTTON).getByText("Link to your phone").first().click();
        person.see("A link is on its way");
        String token = world.secret(world.outside().textedLink(account, texts));
        // Another address first: the same one with another fragment would not be loaded anew.
        page.navigate(world.ground().serverUrl() + "/link");
        page.navigate(world.ground().serverUrl() + "/forgot#" + token);
        person.button("Show it").click();
        person.button("It is me: go on here").click();
    }

    /** Chooses a password, and waits until it is set. */
    static void choose(Analyst person, String own) {
        Page page = person.page();
        page.getByLabel("New password").fill(own);
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Set it").setExact(true))
                .click();
        page.getByRole(
                        AriaRole.HEADING,
                        new Page.GetByRoleOptions().setName("Your new password is set"))
                .waitFor();
    }
}
