package earnest.journeys;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.browser.Analyst;

/** People before their own page, on a telephone. */
final class OnThePhone {
    private OnThePhone() {}

    static BrowserContext telephone(World world, ColorScheme scheme) {
        return world.browser()
                .newContext(
                        new Browser.NewContextOptions()
                                .setViewportSize(390, 844)
                                .setColorScheme(scheme));
    }

    static Analyst open(World world, BrowserContext context, String who, String address) {
        Page page = context.newPage();
        Analyst somebody = Analyst.at(page, world.watch(who, page));
        page.navigate(world.ground().serverUrl() + address);
        return somebody;
    }

    static Locator heading(Analyst who, String words) {
        return who.page().getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(words));
    }

    static void pick(Analyst who, String way) {
        who.page().getByRole(AriaRole.BUTTON).getByText(way).first().click();
    }

    /** One of those that few people have. */
    static void pickOfTheRest(Analyst who, String way) {
        pick(who, "more ways");
        pick(who, way);
    }

    /** From {@code begins}, which asks who they are, on to their phone, where enough is proved. */
    static Analyst proved(World world, Analyst begins, BrowserContext phone, String account) {
        int texts = world.outside().texts(account).size();
        begins.page().getByLabel("Who are you?").fill(account);
        begins.press("Enter");
        heading(begins, "Prove that it is you").waitFor();
        pick(begins, "Link to your phone");
        String token = world.secret(world.outside().textedLink(account, texts));
        Analyst there = open(world, phone, "the person on the phone", "/forgot#" + token);
        there.button("Show it").click();
        there.button("It is me: go on here").click();
        there.see("One more.");
        pick(there, "Code from your authenticator");
        there.page().getByLabel("Type the six digits").fill(world.outside().authenticator(account));
        there.press("Enter");
        heading(there, "What proves that it is you").waitFor();
        return there;
    }
}
