package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import java.util.List;
import java.util.function.Consumer;

/** An analyst before a browser. */
final class Analyst implements AutoCloseable {
    private final BrowserContext context;
    private final Page page;
    private final Watched watched;
    private int pressed;

    private Analyst(BrowserContext context, Page page, Watched watched) {
        this.context = context;
        this.page = page;
        this.watched = watched;
    }

    /** Signs in by clicking, as the sign-in page of the demo offers it. */
    static Analyst signIn(World world, String login, ColorScheme scheme) {
        return signIn(world, login, scheme, browser -> {});
    }

    /** With a browser that is prepared first. */
    static Analyst signIn(
            World world, String login, ColorScheme scheme, Consumer<BrowserContext> prepared) {
        BrowserContext context =
                world.browser()
                        .newContext(
                                new Browser.NewContextOptions()
                                        .setViewportSize(1280, 800)
                                        .setColorScheme(scheme));
        prepared.accept(context);
        Page page = context.newPage();
        page.setDefaultTimeout(15_000);
        Watched watched = world.watch(login, page);
        page.navigate(world.ground().serverUrl() + "/");
        Analyst analyst = new Analyst(context, page, watched);
        page.getByText(login).click();
        analyst.button("Sign in").click();
        page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Main")).waitFor();
        return analyst;
    }

    static Analyst signIn(World world, String login) {
        return signIn(world, login, ColorScheme.LIGHT);
    }

    Page page() {
        return page;
    }

    Locator column(String name) {
        return page.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    Locator button(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    void see(String words) {
        page.getByText(words).first().waitFor();
    }

    void press(String... keys) {
        for (String key : keys) {
            pressed++;
            page.keyboard().press(key);
        }
    }

    /** Keys that were pressed one by one; names and codes that were typed are not among them. */
    int pressed() {
        return pressed;
    }

    void type(String text) {
        page.keyboard().type(text);
    }

    /** Takes nobody's word for it that a page can be used by everybody (WCAG 2.2 AA). */
    void accessible(String where) {
        page.waitForTimeout(250);
        List<Rule> violations =
                new AxeBuilder(page)
                        .withTags(
                                List.of(
                                        "wcag2a",
                                        "wcag2aa",
                                        "wcag21a",
                                        "wcag21aa",
                                        "wcag22aa",
                                        "best-practice"))
                        .analyze()
                        .getViolations();
        assertThat(violations)
                .as(where)
                .extracting(rule -> rule.getId() + ": " + rule.getHelp() + " " + rule.getNodes())
                .isEmpty();
    }

    @Override
    public void close() {
        watched.look();
        context.close();
    }
}
