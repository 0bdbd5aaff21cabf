package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;

import earnest.testkit.Desk;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The commonest call takes few keys besides what is typed, and loses no safety by that. */
@Order(4)
@ExtendWith(World.Running.class)
class FewKeysTest {
    private static final int MOST = 11;

    @Test
    void theCommonestCallFromRingToClose(World world) {
        String account = world.somebody();
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            world.outside().ringWithheld();
            tove.see("Ringing");
            int before = tove.pressed();
            tove.press("r");
            tove.column("Who").getByText("Not named yet").waitFor();
            tove.type(account);
            tove.page().locator("[role=option]").first().waitFor();
            tove.press("Enter");
            tove.column("Proof").getByText(" short").first().waitFor();
            tove.press(GenuineCallTest.digit(tove, "Call back"));
            world.outside().answer(account);
            tove.see("Somebody answered");
            tove.press("y");
            tove.see("Called back, work mobile");
            tove.press(GenuineCallTest.digit(tove, "Authenticator"));
            tove.page().getByLabel("The six digits on their authenticator").waitFor();
            tove.type(world.secret(world.outside().authenticator(account)));
            tove.see("Sure enough");
            tove.press("t");
            tove.see("Please say each one back to me");
            Locator parts = tove.page().locator("ol[aria-label='Parts of the password'] li");
            StringBuilder password = new StringBuilder();
            parts.allInnerTexts()
                    .forEach(part -> password.append(part.lines().findFirst().orElse("").strip()));
            world.secret(password.toString());
            for (int i = 1; i <= 3; i++) {
                tove.press("Enter");
                if (i < 3) {
                    parts.nth(i - 1).getByText("said back").waitFor();
                }
            }
            tove.see("Read aloud and said back in full");
            tove.press("c");
            tove.page().getByLabel("What happened").waitFor();
            tove.press("Enter");
            tove.see("No page is open");
            int keys = tove.pressed() - before;
            System.out.printf(
                    "The commonest call took %d keys besides names and codes (at most %d)%n",
                    keys, MOST);
            assertThat(keys).isLessThanOrEqualTo(MOST);
        }
    }

    /** On the page before, the same letters would give somebody a password. */
    @Test
    void whatIsTypedWhileThePageTurnsNamesTheNextCallerAndActsOnNothing(World world) {
        Desk desk = world.desk("tove.rask");
        String before = desk.proved(world.somebody(), world.outside());
        String next = world.somebody();
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            tove.page().navigate(world.ground().serverUrl() + "/desk/" + before);
            tove.see("Sure enough");
            world.outside().ringWithheld();
            tove.see("Ringing");
            tove.press("r");
            tove.type("tu" + next);
            tove.column("Who").getByText("Not named yet").waitFor();
            tove.page().waitForTimeout(500);
            assertThat(tove.page().getByLabel("Find anyone").inputValue()).isEqualTo("tu" + next);
            assertThat(desk.page(before).get("changes")).isEmpty();
            tove.press("Escape");
            tove.button("Close ticket").click();
            tove.page().getByLabel("What happened").waitFor();
            tove.press("Enter");
            tove.see("No page is open");
        }
        desk.close(before, "Only a trial.");
    }

    /** Whoever comes back to a page does not find a password shown by itself. */
    @Test
    void aPasswordShowsByItselfOnlyToWhoeverJustAskedForIt(World world) {
        String account = world.somebody();
        String ticket = world.desk("tove.rask").proved(account, world.outside());
        world.desk("tove.rask").change(ticket, "temporary-password").ok();
        world.desk("tove.rask").settled(ticket);
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            tove.page().navigate(world.ground().serverUrl() + "/desk/" + ticket);
            tove.see("Show it to read aloud");
            tove.page().waitForTimeout(500);
            assertThat(tove.page().locator("ol[aria-label='Parts of the password']").count())
                    .isZero();
        }
        world.desk("tove.rask").close(ticket, "Only a trial.");
    }
}
