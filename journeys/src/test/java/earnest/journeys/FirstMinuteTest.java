package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What a new user sees first, and what everybody can reach. */
@Order(4)
@ExtendWith(World.Running.class)
class FirstMinuteTest {
    @Test
    void theSignInPageSaysHowToPlayAndTheStandInsAreThere(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask", ColorScheme.DARK)) {
            tove.button("Sign out").click();
            tove.see("This is the demo");
            tove.accessible("signing in, by night");
            String switchboard =
                    tove.page()
                            .getByRole(
                                    AriaRole.LINK,
                                    new Page.GetByRoleOptions().setName("switchboard"))
                            .getAttribute("href");
            assertThat(switchboard).startsWith("http://127.0.0.1:");
            tove.page().navigate(switchboard);
            tove.see("Shows Ines's number, knows her staff number");
            tove.accessible("the switchboard");
            tove.page().navigate(world.ground().standinsUrl() + "/pockets/iokafor");
            tove.see("Authenticator");
            tove.accessible("a pocket");
        }
    }

    @Test
    void aWrongPasswordIsSaidInPlace(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            tove.page()
                    .waitForResponse(
                            answer ->
                                    answer.request().method().equals("DELETE")
                                            && answer.status() == 204,
                            () -> tove.button("Sign out").click());
            tove.page().getByLabel("Name to sign in with").fill("tove.rask");
            tove.page().getByLabel("Password").fill("not this one");
            tove.press("Enter");
            tove.page().getByRole(AriaRole.ALERT).getByText("do not fit together").waitFor();
            assertThat(tove.page().getByLabel("Name to sign in with").inputValue())
                    .isEqualTo("tove.rask");
        }
    }

    @Test
    void allKeysAreListedAndCanBeSwitchedOff(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            tove.see("No page is open");
            tove.press("?");
            tove.see("Keys that act now");
            tove.accessible("the list of keys");
            tove.page().getByLabel("Single keys act outside of fields").uncheck();
            tove.press("Escape");
            tove.press("/");
            assertThat(tove.page().evaluate("document.activeElement.getAttribute('role')"))
                    .isNotEqualTo("combobox");
        }
    }

    @Test
    void aNarrowWindowStacksTheColumnsWithTheLitOneFirst(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            world.outside().ringWithheld();
            tove.see("Ringing");
            tove.press("r");
            tove.column("Who").getByText("Not named yet").waitFor();
            tove.page().setViewportSize(640, 900);
            double who = tove.column("Who").boundingBox().y;
            double proof = tove.column("Proof").boundingBox().y;
            assertThat(who).isLessThan(proof);
            assertThat((Integer) tove.page().evaluate("document.documentElement.scrollWidth"))
                    .isLessThanOrEqualTo(640);
            tove.accessible("a narrow window");
            tove.button("Close ticket").click();
            tove.page().getByLabel("What happened").waitFor();
            tove.press("Enter");
            tove.see("No page is open");
        }
    }
}
