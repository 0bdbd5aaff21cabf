package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A steward looks at the systems, tests a connection, and sets one up with a slip in it. */
@ExtendWith(World.Running.class)
class SetupTest {
    @Test
    void aConnectionIsTestedAndOneIsSetUp(World world) {
        try (Analyst maren = Analyst.signIn(world, "maren.holt")) {
            Page page = maren.page();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Setup")).click();
            maren.see("on two servers");
            maren.press("t");
            maren.see("nothing that can be seen");
            assertThat(page.locator("ol[aria-label='Steps of the test'] li").count()).isEqualTo(11);
            maren.accessible("a connection that is good");

            String wrong = world.secret("Wrong-Token-" + System.nanoTime());
            maren.press("n");
            page.getByLabel("What it is").selectOption("scim");
            page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Quay tills");
            page.getByLabel("Who helps").fill("the quay office");
            page.getByLabel("Address").fill("http://127.0.0.1:" + world.ground().port("STANDINS"));
            page.getByLabel("Credential").fill(wrong);
            maren.accessible("setting a system up");
            maren.button("Add it").click();
            maren.see("It was not tested yet");
            maren.press("t");
            maren.see("Its test failed at “Signs in”");
            maren.accessible("a connection that is not");
            assertThat(page.content()).doesNotContain(wrong);

            maren.press("c");
            page.getByLabel("What it is").selectOption("");
            page.getByLabel("Takes its passwords from").selectOption("directory");
            maren.button("Save it").click();
            maren.see("Quay tills takes its passwords from Brackwater directory");
        }
    }
}
