package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;

import earnest.testkit.Desk;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.io.IOException;
import java.nio.file.Files;

/** Somebody comes in again, and the answer to how long it takes has the case behind it. */
@ExtendWith(World.Running.class)
class ReportsTest {
    @Test
    void howLongItTakesIsAnsweredFromTheRecord(World world) throws IOException {
        Desk tove = world.desk("tove.rask");
        String account = world.somebody();
        String ticket = tove.proved(account, world.outside());
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        String password = world.secret(tove.readAloud(ticket));
        world.outside().signInAnew(account, password, world.secret("An own sentence " + 47));

        try (Analyst elif = Analyst.signIn(world, "elif.hartono")) {
            Page page = elif.page();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reports")).click();
            // Whoever has a password is in when they used it, which is seen a little later.
            for (int i = 0; i < 20 && !page.content().contains("Half of them"); i++) {
                page.waitForTimeout(1_000);
                page.reload();
                page.getByText("from ring to in").waitFor();
                page.getByText("nobody came in again")
                        .or(page.getByText("Half of them"))
                        .first()
                        .waitFor();
            }
            elif.see("nine in ten within");
            elif.accessible("how long it takes");
            elif.press("ArrowDown");
            page.locator("button[aria-pressed='true']").nth(0).waitFor();
            Download csv = page.waitForDownload(() -> elif.button("These cases as CSV").click());
            String text = Files.readString(csv.path());
            assertThat(text).startsWith("ticket,channel,began,ways,seconds").contains("T-");
            assertThat(text).doesNotContain(account, password);
        }
    }
}
