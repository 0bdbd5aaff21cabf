package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.ColorScheme;
import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The call of a locked-out deck officer, from ring to record, with the keyboard alone. */
@Order(1)
@ExtendWith(World.Running.class)
class GenuineCallTest {
    private static final String ACCOUNT = "iokafor";

    @Test
    void sheIsProvedUnlockedGivenAPasswordAndIn(World world) {
        String number = play(world, "genuine", ACCOUNT, ColorScheme.LIGHT, "43 of 40");
        try (Analyst elif = Analyst.signIn(world, "elif.hartono")) {
            elif.page().navigate(world.ground().serverUrl() + "/record");
            elif.page().getByLabel("On ticket").fill(number);
            elif.press("Enter");
            elif.see("changed the temporary password at first sign-in");
            elif.see("heard part 3 of 3 said back");
            elif.see("as Ines Okafor, read the authenticator's code, second try");
            elif.page().getByText("decided to give a temporary password to iokafor").click();
            elif.see("standing 43, 40 were asked");
            elif.accessible("the record");
        }
    }

    @Test
    void theOtherOneWithHisNumberWithheldByNight(World world) {
        play(world, "withheld", "twieczorek", ColorScheme.DARK, "41 of 40");
    }

    private static String play(
            World world, String caller, String account, ColorScheme scheme, String standing) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask", scheme)) {
            tove.see("No page is open");
            tove.accessible("the desk without a page");
            assertThat(world.directory().locked("LDAP", account)).isTrue();
            world.outside().ring(caller);
            tove.see("Ringing");
            tove.press("r");
            tove.column("Who").getByText("Not named yet").waitFor();
            tove.accessible("nobody named");

            tove.type(account);
            tove.page().locator("[role=option]").first().waitFor();
            tove.accessible("finding");
            tove.press("Enter");
            tove.column("Change")
                    .getByText("locked", new Locator.GetByTextOptions())
                    .first()
                    .waitFor();
            tove.column("Proof").getByText(" short").first().waitFor();
            tove.accessible("proving");

            tove.press(digit(tove, "Call back"));
            world.outside().answer(account);
            tove.see("Somebody answered");
            tove.accessible("a call back answered");
            tove.press("y");
            tove.see("Called back, work mobile");

            tove.press(digit(tove, "Authenticator"));
            Locator field = tove.page().getByLabel("The six digits on their authenticator");
            field.waitFor();
            tove.type("000000");
            tove.see("2 tries left");
            tove.type(world.secret(world.outside().authenticator(account)));
            tove.see("Sure enough");
            assertThat(tove.column("Proof").innerText()).contains(standing);
            tove.accessible("sure enough");

            tove.press("u");
            tove.see("on 2 of 2 servers");
            assertThat(world.directory().locked("LDAP", account)).isFalse();
            assertThat(world.directory().locked("REPLICA", account)).isFalse();
            tove.column("Change").getByText("not locked").waitFor();
            tove.press("t");
            tove.see("Please say each one back to me");
            tove.accessible("reading aloud");
            String password = world.secret(readAloud(tove));

            refusedUntilChanged(world, account, password);
            tove.see("is in");
            Locator in = tove.column("Handover").locator("dd.text-good");
            in.waitFor();
            tove.accessible("the person is in");
            String number =
                    tove.page()
                            .getByRole(com.microsoft.playwright.options.AriaRole.ARTICLE)
                            .getAttribute("aria-label");
            tove.press("c");
            tove.page().getByLabel("What happened").waitFor();
            assertThat(tove.page().getByLabel("What happened").inputValue())
                    .contains("They are in.")
                    .doesNotContain(password);
            tove.accessible("closing");
            tove.press("Enter");
            tove.see("No page is open");
            return number.replaceAll("\\D", "");
        }
    }

    static String digit(Analyst tove, String offer) {
        Locator offers =
                tove.column("Proof").locator("ul[aria-label='Checks that can be made'] li");
        offers.first().waitFor();
        int at = 0;
        for (String text : offers.allInnerTexts()) {
            at++;
            if (text.contains(offer)) {
                return String.valueOf(at);
            }
        }
        throw new AssertionError(offer + " is not offered: " + offers.allInnerTexts());
    }

    /** Reads what the page shows, and has each part said back. */
    private static String readAloud(Analyst tove) {
        StringBuilder password = new StringBuilder();
        Locator parts = tove.page().locator("ol[aria-label='Parts of the password'] li");
        for (String part : parts.allInnerTexts()) {
            password.append(part.lines().findFirst().orElseThrow().strip());
        }
        assertThat(password).hasSize(12).doesNotContain("•");
        for (int i = 1; i <= 3; i++) {
            tove.press("Enter");
            if (i < 3) {
                tove.page()
                        .locator("ol[aria-label='Parts of the password'] li:nth-child(" + i + ")")
                        .getByText("said back")
                        .waitFor();
                assertThat(tove.page().content())
                        .doesNotContain(password.substring(4 * (i - 1), 4 * i));
            }
        }
        tove.see("Read aloud and said back in full");
        return password.toString();
    }

    /** The person's own bind, at the real directory. */
    private static void refusedUntilChanged(World world, String account, String password) {
        String own = world.secret("An own long sentence 7 of " + account);
        var directory = world.directory();
        assertThat(directory.bind(account, password)).isEqualTo(ResultCode.SUCCESS);
        assertThat(directory.readOwnEntry(account, password))
                .isEqualTo(ResultCode.INSUFFICIENT_ACCESS_RIGHTS);
        assertThat(directory.changeOwn(account, password, own)).isEqualTo(ResultCode.SUCCESS);
        assertThat(directory.bind(account, own)).isEqualTo(ResultCode.SUCCESS);
        assertThat(directory.readOwnEntry(account, own)).isEqualTo(ResultCode.SUCCESS);
        assertThat(directory.bind(account, password)).isEqualTo(ResultCode.INVALID_CREDENTIALS);
    }
}
