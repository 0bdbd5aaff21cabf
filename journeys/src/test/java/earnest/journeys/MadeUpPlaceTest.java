package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

import java.nio.file.Path;

/** One more place of the interface, made up for this test: a folder, and no other edit. */
@ExtendWith(World.Running.class)
class MadeUpPlaceTest {
    @TempDir Path folder;

    @Test
    void aFolderIsAPlaceWithItsWayItsPageAndItsKeys(World world) {
        Path checkout = world.ground().checkout();
        InterfaceWithOneMore more =
                InterfaceWithOneMore.build(
                        checkout,
                        checkout.resolve("journeys/src/test/resources/places/tides"),
                        folder.resolve("web"));
        try (Analyst tove = Analyst.signIn(world, "tove.rask", ColorScheme.LIGHT, more::before)) {
            tove.press("t");
            assertThat(tove.page().getByText("Low water").count()).as("at the desk").isZero();
            tove.page().getByRole(AriaRole.LINK, named("Tides")).click();
            tove.see("High water at Brackwater");
            tove.see("colleagues look at the same sea");
            assertThat(tove.page().url()).endsWith("/tides");
            tove.press("t");
            tove.see("Low water at Brackwater");
            tove.accessible("a place that is made up");
            tove.press("?");
            tove.see("Turn the tide");
            tove.press("Escape");
            tove.page().reload();
            tove.see("High water at Brackwater");
            tove.page().getByRole(AriaRole.LINK, named("Desk")).click();
            tove.see("In hand");
        }
        try (Analyst maren = Analyst.signIn(world, "maren.holt", ColorScheme.LIGHT, more::before)) {
            maren.page().getByRole(AriaRole.LINK, named("Staff")).waitFor();
            assertThat(maren.page().getByRole(AriaRole.LINK, named("Tides")).count()).isZero();
        }
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name).setExact(true);
    }
}
