package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;

import earnest.testkit.Desk;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.regex.Pattern;

/** A temporary password that is typed, one that is sent unseen, and what names a person erased. */
@ExtendWith(World.Running.class)
class PasswordStylesTest {
    private static Locator way(Analyst tove) {
        Locator way = tove.page().getByLabel("The new password is");
        way.waitFor();
        return way;
    }

    private static void open(World world, Analyst tove, String ticket) {
        tove.page().navigate(world.ground().serverUrl() + "/desk/" + ticket);
        tove.see("Sure enough");
    }

    @Test
    void theRulesShowWhileOneIsTyped(World world) {
        String account = world.somebody();
        String ticket = world.desk("tove.rask").proved(account, world.outside());
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            open(world, tove, ticket);
            way(tove).selectOption("typed");
            Locator field = tove.page().getByLabel("Type it");
            field.fill("short");
            Locator rules = tove.page().getByLabel("What the system asks of it");
            rules.getByText("At least 12 characters (5 so far), not yet").waitFor();
            assertThat(tove.button("Give this one").isDisabled()).isTrue();
            tove.accessible("typing a password");
            field.fill(world.secret("heron-PIER-lantern-62"));
            rules.getByText("At least 12 characters (21 so far), kept").waitFor();
            tove.press("Enter");
            tove.see("Show it to read aloud");
            assertThat(tove.page().content()).doesNotContain("heron-PIER");
        }
    }

    @Test
    void oneThatIsSentIsNeverShown(World world) {
        String account = world.somebody();
        String ticket = world.desk("tove.rask").proved(account, world.outside());
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            open(world, tove, ticket);
            way(tove).selectOption("copied");
            way(tove).press("Enter");
            tove.see("Nobody at the desk sees this one");
            assertThat(tove.button("Show it to read aloud").count()).isZero();
            tove.accessible("sending a password unseen");
            tove.press("m");
            tove.see("The text arrived");
        }
    }

    @Test
    void whatNamesAPersonGoesWhenTwoWantIt(World world) {
        String account = world.somebody();
        Desk desk = world.desk("tove.rask");
        String ticket = desk.proved(account, world.outside());
        String name = desk.page(ticket).get("who").get("name").asString();
        try (Analyst maren = Analyst.signIn(world, "maren.holt");
                Analyst elif = Analyst.signIn(world, "elif.hartono")) {
            maren.page().navigate(world.ground().serverUrl() + "/record");
            maren.button("anybody").click();
            maren.type(account);
            maren.page()
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions()
                                    .setName(Pattern.compile("(^|\\s)" + account + "$")))
                    .click();
            maren.page().getByLabel("Why what names " + name).fill("asked for by letter");
            maren.button("Ask for it").click();
            maren.see("Somebody else must agree.");
            maren.accessible("asking to erase");

            elif.page().navigate(world.ground().serverUrl() + "/record");
            elif.see("asked for by letter");
            elif.page()
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Agree").setExact(true))
                    .click();
            elif.accessible("agreeing to erase");
            elif.button("Erase for good").click();
            elif.see("values are gone");
        }
    }
}
