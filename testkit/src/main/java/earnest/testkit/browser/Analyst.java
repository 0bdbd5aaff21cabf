package earnest.testkit.browser;

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
import java.util.stream.Collectors;

/** An analyst before a browser. */
public final class Analyst implements AutoCloseable {
    /** How the field for a code is called. */
    public static final String SIX_DIGITS = "The six digits of your authenticator";

    private final BrowserContext context;
    private final Page page;
    private final Watched watched;
    private int pressed;

    private Analyst(BrowserContext context, Page page, Watched watched) {
        this.context = context;
        this.page = page;
        this.watched = watched;
    }

    /** Somebody who is not signed in, before a page that is open already. */
    public static Analyst at(Page page, Watched watched) {
        page.setDefaultTimeout(30_000);
        return new Analyst(page.context(), page, watched);
    }

    /** Signs in by clicking, as the sign-in page of the demo offers it. */
    public static Analyst signIn(Browsing where, String login, ColorScheme scheme) {
        return signIn(where, login, scheme, browser -> {});
    }

    /** With a browser that is prepared first. */
    public static Analyst signIn(
            Browsing where, String login, ColorScheme scheme, Consumer<BrowserContext> prepared) {
        BrowserContext context =
                where.browser()
                        .newContext(
                                new Browser.NewContextOptions()
                                        .setViewportSize(1280, 800)
                                        .setColorScheme(scheme));
        prepared.accept(context);
        Page page = context.newPage();
        page.setDefaultTimeout(30_000);
        Watched watched = where.watch(login, page);
        page.navigate(where.url() + "/");
        Analyst analyst = new Analyst(context, page, watched);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(login)).click();
        analyst.button("Sign in").click();
        page.getByLabel(SIX_DIGITS).fill(where.staff().code(login));
        page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Main")).waitFor();
        return analyst;
    }

    public static Analyst signIn(Browsing where, String login) {
        return signIn(where, login, ColorScheme.LIGHT);
    }

    public Page page() {
        return page;
    }

    public Locator column(String name) {
        return page.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    public Locator button(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    public void see(String words) {
        page.getByText(words).first().waitFor();
    }

    public void press(String... keys) {
        for (String key : keys) {
            pressed++;
            page.keyboard().press(key);
        }
    }

    /** Keys that were pressed one by one; names and codes that were typed are not among them. */
    public int pressed() {
        return pressed;
    }

    public void type(String text) {
        page.keyboard().type(text);
    }

    /** Takes nobody's word for it that a page can be used by everybody (WCAG 2.2 AA). */
    public void accessible(String where) {
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
        if (!violations.isEmpty()) {
            throw new AssertionError(
                    violations.stream()
                            .map(r -> r.getId() + ": " + r.getHelp() + " " + r.getNodes())
                            .collect(Collectors.joining("\n", where + ":\n", "")));
        }
    }

    @Override
    public void close() {
        watched.look();
        context.close();
    }
}
