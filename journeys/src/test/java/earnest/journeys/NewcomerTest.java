package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.Desk;
import earnest.testkit.browser.Analyst;
import earnest.testkit.browser.VirtualPasskeys;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;

/** Taken on by a steward, welcomed by a code, at the desk, and gone again. */
@ExtendWith(World.Running.class)
class NewcomerTest {
    private static final String PASSWORD = "slow tide under the pier";

    @Test
    void comesWorksAndGoes(World world) {
        try (Analyst maren = Analyst.signIn(world, "maren.holt");
                BrowserContext elsewhere =
                        world.browser()
                                .newContext(
                                        new Browser.NewContextOptions()
                                                .setViewportSize(390, 844)
                                                .setColorScheme(ColorScheme.DARK))) {
            maren.page().getByRole(AriaRole.LINK, named("Staff")).click();
            maren.see("Take somebody on");
            maren.accessible("who works here");
            maren.page().getByLabel("Full name").fill("Bo Lindqvist");
            maren.page().getByLabel("Name to sign in with").fill("bo.lindqvist");
            maren.button("Take them on").click();
            maren.button("Bo Lindqvist").click();
            maren.button("Make a code").click();
            String code = maren.page().getByLabel("Code").innerText();
            maren.accessible("a code that was made");

            Page bo = elsewhere.newPage();
            bo.setDefaultTimeout(30_000);
            bo.navigate(world.ground().serverUrl() + "/welcome");
            welcome(bo, code, "too short");
            bo.getByText("At least 15 characters (9 so far)").waitFor();
            bo.getByLabel("New password").fill(PASSWORD);
            bo.keyboard().press("Enter");
            bo.getByText("Your password is chosen.").waitFor();
            assertThat(bo.content()).doesNotContain(PASSWORD);
            bo.getByText("Sign in with it").click();
            bo.getByLabel("Name to sign in with").fill("bo.lindqvist");
            bo.getByLabel("Password").fill(PASSWORD);
            bo.keyboard().press("Enter");
            bo.getByText("A password alone is not enough here.").waitFor();
            bo.waitForTimeout(300);
            world.staff()
                    .take(
                            "bo.lindqvist",
                            bo.getByLabel("Your authenticator")
                                    .locator(".num")
                                    .innerText()
                                    .replace(" ", ""));
            bo.getByLabel(Analyst.SIX_DIGITS).fill(world.staff().code("bo.lindqvist"));
            bo.getByText("Nothing in hand.").waitFor();

            maren.button("End their work").click();
            maren.button("End it").click();
            maren.see("Worked here before");
            bo.reload();
            bo.getByLabel("Password").waitFor();
            maren.page().getByRole(AriaRole.LINK, named("Record")).click();
            maren.see("to end the work of Bo Lindqvist");

            maren.page().navigate(world.ground().serverUrl() + "/api/docs");
            maren.see("Asks for somebody to be taken on");
            maren.accessible("the description of the API");
        }
    }

    @Test
    void signsInWithAPasskeyAndShowsItAgain(World world) {
        takenOn(world);
        try (BrowserContext desk = world.browser().newContext()) {
            Page page = desk.newPage();
            Analyst ada = Analyst.at(page, world.watch("a newcomer", page));
            VirtualPasskeys.in(page);
            goesIn(world, page);
            page.getByText("A password alone is not enough here.").waitFor();
            ada.accessible("a first signing in");
            ada.button("Make a passkey of this device").click();
            ada.see("Nothing in hand.");
            ada.button("Sign out").click();
            goesIn(world, page);
            ada.button("Use your passkey").waitFor();
            ada.accessible("a passkey at signing in");
            ada.press("Enter");
            ada.see("Nothing in hand.");

            ada.button("Ada Lind").click();
            ada.see("What you sign in with");
            ada.accessible("what one signs in with");
            world.ground()
                    .behindTheServer(
                            "update sign_in_session s join analyst a on a.id = s.analyst_id set"
                                    + " s.factor_at = utc_timestamp(6) - interval 1 hour where"
                                    + " a.login = ?",
                            "ada.lind");
            ada.button("Add an authenticator").click();
            ada.see("Show that it is you");
            ada.button("Use your passkey").waitFor();
            ada.accessible("a passkey before what is grave");
            ada.button("Use your passkey").click();
            world.staff()
                    .take(
                            "ada.lind",
                            page.getByLabel("Your authenticator")
                                    .locator(".num")
                                    .innerText()
                                    .replace(" ", ""));
            page.getByLabel(Analyst.SIX_DIGITS).fill(world.staff().code("ada.lind"));
            ada.see("Your authenticator is added.");
            ada.button("Take away").first().click();
            ada.see("Passkey taken away.");
        }
    }

    private static void takenOn(World world) {
        Desk maren = world.desk("maren.holt");
        maren.api()
                .post(
                        "/api/staff/invites",
                        Map.of(
                                "login",
                                "ada.lind",
                                "name",
                                "Ada Lind",
                                "roles",
                                List.of("analyst")))
                .ok();
        String id = "";
        for (JsonNode one : maren.api().get("/api/staff").ok().get("members")) {
            if (one.get("login").asString().equals("ada.lind")) {
                id = one.get("id").asString();
            }
        }
        String code =
                maren.api().post("/api/staff/" + id + "/invitation").ok().get("code").asString();
        maren.api()
                .post(
                        "/api/welcome",
                        Map.of("login", "ada.lind", "code", code, "password", PASSWORD))
                .ok();
    }

    private static void goesIn(World world, Page page) {
        page.navigate(world.ground().serverUrl() + "/");
        page.getByLabel("Name to sign in with").fill("ada.lind");
        page.getByLabel("Password").fill(PASSWORD);
        page.keyboard().press("Enter");
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name);
    }

    private static void welcome(Page bo, String code, String password) {
        bo.getByLabel("Name to sign in with").fill("bo.lindqvist");
        bo.getByLabel("Code").fill(code);
        bo.getByLabel("New password").fill(password);
        bo.keyboard().press("Enter");
    }
}
