package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.WaitForSelectorState;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A steward reads a procedure, makes two mistakes in it, is told, mends them and keeps it. */
@ExtendWith(World.Running.class)
class ProcedureTest {
    @Test
    void whatIsWrongStandsBesideItsLineUntilItIsMended(World world) {
        try (Analyst maren = Analyst.signIn(world, "maren.holt")) {
            Page page = maren.page();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Procedures"))
                    .click();
            maren.see("nothing to mend");
            maren.see("if there is none,");
            maren.accessible("a procedure as sentences");

            maren.press("Alt+t");
            Locator text = page.getByLabel("The text");
            String good = text.inputValue();
            text.fill(
                    good.replace("  hand over", "  note \"Given: {secret}\"\n  hand over")
                            .replace(
                                    "    failed: withdraw secret in directory\n            pass",
                                    "    failed: pass"));
            maren.see("2 to mend");
            maren.see("neither handed over nor withdrawn");
            maren.accessible("a procedure with findings");
            maren.press("F8");
            assertThat(page.evaluate("document.activeElement.getAttribute('aria-label')"))
                    .isEqualTo("The text");

            text.fill(good.replace("at most 4 hours", "at most 3 hours"));
            maren.see("nothing to mend");
            maren.press("Alt+k");
            page.getByText("changed since")
                    .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
            page.reload();
            maren.see("3 hours");

            maren.button("Write another").click();
            maren.see("not kept yet");
            maren.see("nothing to mend");
            maren.button("Keep it").click();
            maren.see("new-procedure");
            maren.button("Take it away").click();
            maren.button("Take it away for good").click();
            maren.see("A forgotten directory password");
        }
    }
}
