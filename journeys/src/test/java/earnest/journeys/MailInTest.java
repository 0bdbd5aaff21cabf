package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A mail with half the facts, its link on the telephone, and the desk that reads along. */
@ExtendWith(World.Running.class)
class MailInTest {
    @Test
    void fromAMailToTheLinkToANewPassword(World world) {
        String account = world.somebodyWithAMailbox();
        String mailbox = world.known(account).get("ownMail").asString();
        String own = world.secret("Copper-anchor-over-pier-46");
        int mails = world.outside().mails(mailbox).size();
        int texts = world.outside().texts(account).size();
        world.outside()
                .writeMail(mailbox, "Cannot sign in", "Hello, I forgot my password. Please help.");
        String token =
                world.secret(
                        world.outside()
                                .mailed(mailbox, mails, "go on here")
                                .get("text")
                                .asString()
                                .replaceAll("(?s).*/forgot#([A-Za-z0-9_-]+).*", "$1"));
        try (BrowserContext phone =
                        world.browser()
                                .newContext(
                                        new Browser.NewContextOptions().setViewportSize(390, 844));
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            String name =
                    world.desk("tove.rask")
                            .api()
                            .get("/api/people?find=" + account)
                            .ok()
                            .get(0)
                            .get("name")
                            .asString();
            tove.page()
                    .getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Pages"))
                    .getByText(name)
                    .first()
                    .click();
            tove.see("I forgot my password. Please help.");
            tove.see("forgot the password");
            tove.accessible("a mail at the desk");

            Page page = phone.newPage();
            Analyst person = Analyst.at(page, world.watch("somebody with a mail", page));
            page.navigate(world.ground().serverUrl() + "/forgot#" + token);
            person.button("Show it").click();
            person.see("Did you write to the service desk?");
            person.accessible("did you write");
            person.button("It was me: go on here").click();
            OwnSteps.authenticator(world, person, account);
            tove.see("Authenticator");
            OwnSteps.linkToThePhone(world, person, account, texts);
            OwnSteps.choose(person, own);
            assertThat(world.directory().readOwnEntry(account, own)).isEqualTo(ResultCode.SUCCESS);
            tove.see("They set a new password in");
            world.outside().mailed(mailbox, mails, "done");
        }
    }
}
