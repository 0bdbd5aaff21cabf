package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import earnest.core.record.ExportCheck;
import earnest.core.record.ReceiptCheck;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;
import earnest.testkit.Desk;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

import java.io.IOException;
import java.nio.file.Files;
import java.util.regex.Pattern;

/** The auditor reads what was written, sees what is proved, and takes it away to check it. */
@Order(4)
@ExtendWith(World.Running.class)
class AuditorTest {
    @ParameterizedTest
    @EnumSource(
            value = ColorScheme.class,
            names = {"LIGHT", "DARK"})
    void readsProvesAndTakesAway(ColorScheme scheme, World world) throws IOException {
        Desk tove = world.desk("tove.rask");
        String account = world.somebody();
        world.outside().ringWithheld();
        String ticket = tove.answer();
        tove.claim(ticket, account).ok();
        String number = tove.page(ticket).get("ticket").get("number").asString();
        tove.close(ticket, "Only a trial.");
        SealKey key = SealKey.read(tove.api().get("/api/record/key").ok().get("key").asString());
        try (Analyst elif = Analyst.signIn(world, "elif.hartono", scheme)) {
            elif.see("Everything about");
            elif.button("Since: ever").click();
            elif.type("yesterday");
            elif.accessible("a day is chosen, " + scheme);
            elif.press("Enter");
            elif.page()
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(Pattern.compile("Since: .*\\d{4}")))
                    .waitFor();
            elif.page().getByLabel("On ticket").fill(number);
            elif.press("Enter");
            Locator closed = elif.page().getByText("closed the ticket");
            closed.first().waitFor();
            // Just made, it may not be sealed yet; within seconds the page says that it is.
            elif.page().locator(".sealing:not([data-open])").first().waitFor();
            closed.first().click();
            elif.see("This entry stands, unaltered, as number");
            elif.see("It does not prove that the caller was who they said");
            elif.accessible("the record, " + scheme);

            byte[] receipt = taken(elif, "Receipt for " + number);
            Verification ofReceipt = ReceiptCheck.check(receipt, key);
            assertThat(ofReceipt.outcome())
                    .as(ofReceipt.words())
                    .isEqualTo(Verification.Outcome.PROVED);

            byte[] export = taken(elif, "Export all");
            ExportCheck check = new ExportCheck(key);
            int from = 0;
            for (int i = 0; i < export.length; i++) {
                if (export[i] == '\n') {
                    check.line(export, from, i);
                    from = i + 1;
                }
            }
            assertThat(check.end().outcome())
                    .as(check.end().words())
                    .isEqualTo(Verification.Outcome.PROVED);
        }
    }

    private static byte[] taken(Analyst elif, String button) throws IOException {
        Download download = elif.page().waitForDownload(() -> elif.button(button).click());
        return Files.readAllBytes(download.path());
    }
}
