package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;

import earnest.testkit.Eventually;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** An engineer is locked out of two systems; the second takes its password from a link. */
@ExtendWith(World.Running.class)
class TwoSystemsTest {
    private static final String ACCOUNT = "yadeyemi";
    private static final Pattern LINK = Pattern.compile("(?s).*/link#([A-Za-z0-9_-]{43}).*");

    @Test
    void bothAreHelpedOnOnePageEachByItself(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            world.outside().ringWithheld();
            Callers.answers(tove, ACCOUNT);
            tove.column("Change").getByText("Shore cloud").waitFor();
            assertThat(tove.column("Change").innerText())
                    .contains("Brackwater directory", ACCOUNT + "@brackwater.example");
            tove.accessible("accounts in two systems");
            prove(world, tove);

            tove.press("u");
            tove.see("on 2 of 2 servers");
            tove.press("ArrowDown", "t");
            tove.see("Please say each one back to me");
            tove.column("Handover").getByText("The password for Shore cloud").waitFor();
            tove.accessible("one of two passwords");
        }
    }

    @Test
    void thePasswordWaitsBehindALinkOnTheirTelephone(World world) {
        String account = world.somebodyAshore();
        try (Analyst tove = Analyst.signIn(world, "jonas.lie");
                BrowserContext phone =
                        world.browser()
                                .newContext(
                                        new Browser.NewContextOptions()
                                                .setViewportSize(390, 844))) {
            world.outside().ringWithheld();
            Callers.answers(tove, account);
            tove.column("Change").getByText("Shore cloud").waitFor();
            prove(world, tove, account);
            tove.column("Change")
                    .locator("section[aria-label='Shore cloud'] select")
                    .selectOption("copied");
            tove.press("ArrowDown", "t");
            tove.see("Nobody at the desk sees this one");
            tove.press("o");
            tove.see("They have not opened it yet");
            tove.accessible("a link that nobody opened");

            String token = world.secret(token(world, account));
            Page page = phone.newPage();
            Analyst person = Analyst.at(page, world.watch("the person", page));
            page.navigate(world.ground().serverUrl() + "/link#" + token);
            page.getByText("Press to see what it is").waitFor();
            assertThat(page.locator("body").innerText()).doesNotContain("Shore cloud");
            person.button("Show it").click();
            page.getByText("It is shown once").waitFor();
            person.accessible("before the password is shown");
            person.button("Show the password").click();
            page.getByText("Type it without spaces").waitFor();
            person.accessible("the password on the person's own page");
            String password =
                    world.secret(
                            page.locator("[role=status] p.num").innerText().replaceAll("\\s", ""));
            tove.see("They opened the link and saw it");
            assertThat(tove.page().locator("body").innerText()).doesNotContain(password);

            assertThat(world.outside().cloudSignIn(account, password, "a sentence of my own 7"))
                    .isEqualTo("changed");
            tove.see("is in");
            tove.column("Handover").locator("dd.text-good").waitFor();

            page.navigate(world.ground().serverUrl() + "/link#" + token);
            page.reload();
            person.button("Show it").click();
            page.getByRole(AriaRole.ALERT).getByText("does not work any more").waitFor();
        }
    }

    private static void prove(World world, Analyst tove) {
        prove(world, tove, ACCOUNT);
    }

    /** By a call back and the code of their authenticator. */
    static void prove(World world, Analyst tove, String account) {
        tove.press(GenuineCallTest.digit(tove, "Call back"));
        world.outside().answer(account);
        tove.see("Somebody answered");
        tove.press("y");
        tove.see("Called back");
        tove.press(GenuineCallTest.digit(tove, "Authenticator"));
        tove.page().getByLabel("The six digits on their authenticator").waitFor();
        tove.type(world.secret(world.outside().authenticator(account)));
        tove.see("Sure enough");
    }

    private static String token(World world, String account) {
        return Eventually.get(
                "the text with the link",
                () ->
                        world.outside().texts(account).stream()
                                .map(LINK::matcher)
                                .filter(Matcher::matches)
                                .map(found -> found.group(1))
                                .reduce((a, b) -> b));
    }
}
