package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.nio.charset.StandardCharsets;
import java.util.Base64;

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

    @Test
    void aServiceThatKnowsPeopleIsDescribedByItsManualAndTried(World world) {
        String secret = world.secret(world.ground().secret("lantern-secret").strip());
        String basic =
                Base64.getEncoder()
                        .encodeToString(("earnest:" + secret).getBytes(StandardCharsets.UTF_8));
        String head =
                "Host: 127.0.0.1:%s\nAuthorization: Basic %s\n"
                        .formatted(world.ground().port("STANDINS"), basic);
        try (Analyst maren = Analyst.signIn(world, "maren.holt")) {
            Page page = maren.page();
            setUp(maren, "outside");
            maren.see("None is described.");
            maren.button("Describe one").click();
            page.getByLabel("What analysts call it").fill("Harbour voice");
            page.getByLabel("What rulebooks call it").fill("voice");
            page.getByLabel("Earnest’s name there").fill("earnest");
            page.getByLabel("Its password").fill(secret);
            page.getByLabel("Over").selectOption("http");
            fill(
                    page,
                    "ask",
                    "POST /voice/checks HTTP/1.1\n"
                            + head
                            + "Content-Type: application/json\n\n"
                            + "{\"phone\":\"+447700900123\",\"ref\":\"check-1234\"}");
            fill(page, "number", "+447700900123");
            fill(page, "askReference", "check-1234");
            fill(page, "askAnswer", "{\"id\":\"v-881\"}");
            fill(page, "look", "GET /voice/checks/v-88123 HTTP/1.1\n" + head + "\n");
            fill(page, "lookReference", "v-88123");
            fill(page, "lookAnswer", "{\"id\":\"v-88123\",\"says\":\"waits\"}");
            fill(page, "answerAt", "/says");
            fill(page, "yes", "same");
            maren.accessible("describing a service");
            maren.button("Describe it so").click();
            maren.see("“same” means it is they");
            assertThat(page.content()).doesNotContain(secret, basic);
            page.getByLabel("A telephone of yours").fill("07700 900101");
            maren.button("Try it").click();
            maren.see("which means: not yet");
            maren.accessible("a service that was tried");
            maren.button("Take Harbour voice away").click();
            maren.see("None is described.");
        }
    }

    @Test
    void whatWasHandedOutComesInAndWhatIsWrongStaysToBeMended(World world) {
        String account = world.somebody();
        try (Analyst maren = Analyst.signIn(world, "maren.holt")) {
            Page page = maren.page();
            setUp(maren, "devices");
            page.getByLabel("Or paste it")
                    .fill(
                            "account,device,key\n"
                                    + account
                                    + ",0198a000-0000-7000-8000-0000000000d9,"
                                    + "PUAXw-hDiVqStwqnTRt-vJyYLM8uxJaMwM1V8Sr0Zgw\n"
                                    + "nobody.here,0198a000-0000-7000-8000-0000000000da,AAAA\n");
            maren.button("Bring them in").click();
            maren.see("1 came in.");
            maren.see("Nobody has the account nobody.here.");
            maren.accessible("what was handed out");
            assertThat(page.getByLabel("Or paste it").inputValue())
                    .startsWith("nobody.here")
                    .doesNotContain(account);
        }
    }

    private static void setUp(Analyst maren, String what) {
        Page page = maren.page();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Setup")).click();
        page.getByLabel("What", new Page.GetByLabelOptions().setExact(true)).selectOption(what);
    }

    private static void fill(Page page, String name, String text) {
        page.locator("[name=" + name + "]").fill(text);
    }
}
