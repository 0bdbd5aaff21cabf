package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.time.Instant;

/** Two analysts see the same within a second, and pass a page on. */
@Order(3)
@ExtendWith(World.Running.class)
class TwoAnalystsTest {
    private static final Duration LIVE = Duration.ofSeconds(1);

    @Test
    void seeTheSameAndPassItOn(World world) {
        String account = world.somebody();
        try (Analyst tove = Analyst.signIn(world, "tove.rask");
                Analyst jonas = Analyst.signIn(world, "jonas.lie")) {
            world.outside().ringWithheld();
            tove.see("Ringing");
            jonas.see("Ringing");
            tove.press("r");
            tove.column("Who").getByText("Not named yet").waitFor();
            jonas.page().getByText("With colleagues").waitFor();
            String url = tove.page().url();
            jonas.page().navigate(url);
            jonas.see("Tove Rask holds this page");
            jonas.accessible("reading along");

            tove.type(account);
            tove.page().locator("[role=option]").first().waitFor();
            Instant chosen = Instant.now();
            tove.press("Enter");
            jonas.column("Proof").getByText("Nothing was checked yet").waitFor();
            assertThat(Duration.between(chosen, Instant.now())).isLessThan(LIVE.plusMillis(1_500));
            assertThat(
                            jonas.column("Proof")
                                    .locator("ul[aria-label='Checks that can be made']")
                                    .count())
                    .isZero();

            // Until her own page names somebody, a letter begins a name.
            tove.column("Proof").getByText("Nothing was checked yet").waitFor();
            tove.press("p");
            tove.button("Jonas Lie").click();
            tove.see("No page is open");
            jonas.column("Proof").locator("ul[aria-label='Checks that can be made']").waitFor();
            jonas.press("h");
            jonas.see("nobody on the line");

            tove.page().navigate(url);
            tove.see("Jonas Lie holds this page");
            tove.press("g");
            tove.button("Pass on").waitFor();
            jonas.see("Tove Rask holds this page");
            tove.press("c");
            tove.page().getByLabel("What happened").waitFor();
            tove.press("Enter");
            jonas.page().getByText("Closed.").waitFor();
        }
    }

    @Test
    void theFormerTicketsHolderSeesWhoAnswered(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask");
                Analyst jonas = Analyst.signIn(world, "jonas.lie")) {
            world.outside().ringWithheld();
            tove.see("Ringing");
            jonas.see("Ringing");
            tove.press("r");
            tove.column("Who").getByText("Not named yet").waitFor();
            Locator ringing = jonas.page().getByText("Ringing");
            ringing.waitFor(
                    new Locator.WaitForOptions()
                            .setState(
                                    com.microsoft.playwright.options.WaitForSelectorState
                                            .DETACHED));
            // While nobody is named, letters begin a name; buttons are reached all the same.
            tove.button("Close ticket").click();
            tove.page().getByLabel("What happened").waitFor();
            tove.press("Enter");
            tove.see("No page is open");
        }
    }
}
