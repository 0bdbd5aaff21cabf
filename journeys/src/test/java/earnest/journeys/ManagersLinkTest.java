package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

/** The manager is asked by mail, looks on a telephone, and the desk sees it at once. */
@ExtendWith(World.Running.class)
class ManagersLinkTest {
    @Test
    void theManagerSaysYesOnATelephone(World world) {
        String account = world.somebody();
        JsonNode person = world.known(account);
        String mailbox = person.get("manager").asString() + "@brackwater.example";
        try (Analyst tove = Analyst.signIn(world, "tove.rask");
                BrowserContext phone =
                        world.browser()
                                .newContext(
                                        new Browser.NewContextOptions()
                                                .setViewportSize(390, 844)
                                                .setColorScheme(ColorScheme.DARK))) {
            Callers.rings(world, tove, account);
            Proving.begin(tove, "by a link to their mail");
            tove.see("The mail to");
            tove.accessible("waiting for the manager");

            String token = world.secret(world.outside().linkToken(mailbox));
            Page page = phone.newPage();
            Analyst manager = Analyst.at(page, world.watch("the manager", page));
            page.navigate(world.ground().serverUrl() + "/link#" + token);
            page.getByText("Press to see what it is").waitFor();
            assertThat(page.locator("body").innerText())
                    .as("before anybody presses")
                    .doesNotContain(person.get("family").asString());
            manager.accessible("a link before it is pressed");
            manager.button("Show it").click();
            page.getByText("Tove Rask of the service desk asks you").waitFor();
            manager.accessible("what the manager is asked");
            tove.see("opened the link and has not answered yet");
            manager.page()
                    .getByLabel("If there is something that the desk should know")
                    .fill("She is on the quay today.");
            manager.button("Yes: I spoke with them").click();
            page.getByText("The service desk sees your answer now").waitFor();
            tove.column("Proof").getByText("Manager by link").waitFor();
            tove.column("Proof").getByText("12 of 40").waitFor();

            page.navigate(world.ground().serverUrl() + "/link#" + token);
            page.reload();
            manager.button("Show it").click();
            page.getByRole(AriaRole.ALERT).getByText("does not work any more").waitFor();
        }
    }
}
