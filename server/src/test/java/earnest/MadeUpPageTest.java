package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;

import earnest.channels.ChannelEvent;
import earnest.channels.madeup.Hatch;
import earnest.channels.madeup.Pigeons;
import earnest.connectors.madeup.CardIndex;
import earnest.testkit.Eventually;
import earnest.testkit.StaffCodes;
import earnest.testkit.browser.Analyst;
import earnest.testkit.browser.Browsing;
import earnest.testkit.browser.Chromium;
import earnest.testkit.browser.Watched;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.Map;

/** The made-up channel, method, kind and carrier on the page, which was built without them. */
@ExtendWith(App.Running.class)
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class MadeUpPageTest implements Browsing {
    private final App app;
    private Chromium chromium;

    MadeUpPageTest(App app) {
        this.app = app;
    }

    @BeforeAll
    void open() {
        app.needs("chromium");
        chromium = Chromium.start();
    }

    @AfterAll
    void close() {
        if (chromium != null) {
            chromium.close();
        }
    }

    @Override
    public Browser browser() {
        return chromium.browser();
    }

    @Override
    public StaffCodes staff() {
        return app.ground().staff();
    }

    @Override
    public String url() {
        return app.ground().serverUrl();
    }

    @Override
    public Watched watch(String who, Page page) {
        return new Watched(who, page);
    }

    @Test
    void aVisitorIsProvedByTheWordAndGivenACardsPasswordByPigeon() {
        String account = app.somebodyWithAMailbox();
        try (MadeUpThings _ = MadeUpThings.of(app, account);
                Analyst tove = Analyst.signIn(this, "tove.rask")) {
            app.publish(new ChannelEvent.Began("hatch", "page-" + account, Map.of("window", "12")));
            // Others may wait, whom other tests left there.
            tove.page()
                    .getByRole(AriaRole.REGION)
                    .filter(new Locator.FilterOptions().setHasText("window 12"))
                    .getByRole(AriaRole.BUTTON)
                    .click();
            tove.column("Who").getByText("Not named yet").waitFor();
            tove.type(account);
            tove.page().locator("[role=option]").first().waitFor();
            tove.press("Enter");
            tove.column("Proof").getByText(" short").first().waitFor();
            // Whoever types before the field is there loses nothing, and starts nothing else.
            tove.press("1");
            tove.type("heron");
            answered(tove);
            tove.see("said at the gate");
            tove.press("1");
            tove.page().getByLabel("The word of the day").waitFor();
            tove.type("heron");
            answered(tove);
            tove.see("Sure enough");
            tove.accessible("made-up parts, proved");
            Locator drawer = tove.page().getByRole(AriaRole.REGION, named("Card index"));
            drawer.click();
            drawer.getByLabel("The new password is").selectOption("copied");
            drawer.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Give"))
                    .click();
            tove.button("Letter to own mail").click();
            String card = "card" + app.knows(account).get("staffNumber").asString();
            Eventually.waitFor(
                    "the letter to be brought",
                    () ->
                            Pigeons.brought().stream()
                                    .anyMatch(
                                            letter ->
                                                    letter.startsWith(MadeUpThings.mailbox(account))
                                                            && letter.contains(
                                                                    CardIndex.onCard(card))));
            tove.column("Handover").getByText("The letter arrived").waitFor();
            tove.press("h");
            tove.column("Who").getByText("Nobody at the window").waitFor();
            Eventually.waitFor(
                    "the window to be told", () -> Hatch.heard().contains("ended page-" + account));
        }
    }

    private static void answered(Analyst tove) {
        Locator field = tove.page().getByLabel("The word of the day");
        field.waitFor();
        assertThat(field.inputValue()).isEqualTo("heron");
        tove.press("Enter");
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name).setExact(true);
    }
}
