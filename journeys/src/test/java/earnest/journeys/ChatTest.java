package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import com.unboundid.ldap.sdk.ResultCode;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Somebody writes at night: the assistant, an analyst, and a page of their own beside it. */
@ExtendWith(World.Running.class)
class ChatTest {
    @Test
    void fromTheAssistantToAnAnalystToANewPassword(World world) {
        String account = world.somebody();
        String own = world.secret("Copper-lantern-over-pier-39");
        String slipped = world.secret("Hunter-boat-over-pier-77");
        int texts = world.outside().texts(account).size();
        try (BrowserContext phone =
                        world.browser()
                                .newContext(
                                        new Browser.NewContextOptions()
                                                .setViewportSize(390, 844)
                                                .setColorScheme(ColorScheme.DARK));
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Page page = phone.newPage();
            Analyst person = Analyst.at(page, world.watch("somebody who writes", page));
            page.navigate(world.ground().serverUrl() + "/forgot");
            page.getByText("Write to the service desk").click();
            person.accessible("before a chat");
            person.button("Begin").click();
            person.see("Hello. You write");
            person.accessible("the assistant asks");
            person.button("I forgot my password").click();
            person.see("Who are you?");
            Locator field = page.getByLabel("Your message");
            field.fill(account);
            person.press("Enter");
            person.button("Open my page").waitFor();
            field.fill("my password is " + slipped + ", can i talk to a human please");
            person.press("Enter");
            person.see("Somebody was asked to come");
            // It survives a reload.
            page.reload();
            person.see("hidden before anybody saw it");
            person.accessible("waiting for somebody");

            tove.see("Chat: asked for a person");
            tove.page().getByText("Chat: asked for a person").first().click();
            tove.button("Take it").waitFor();
            tove.press("g");
            tove.see("can i talk to a human please");
            assertThat(tove.page().content()).doesNotContain(slipped);
            person.see("Tove of the service desk is here");
            // Others may see it a moment before her own page does.
            tove.button("Pass on").waitFor();
            tove.press("w");
            tove.page().keyboard().type("Hello, I am here.");
            tove.press("Enter");
            person.see("Hello, I am here.");
            tove.accessible("a chat at the desk");
            tove.press("Escape", "b");
            person.see("Here is a page of your own");

            person.button("Open my page").click();
            person.see("Back to the chat");
            OwnSteps.authenticator(world, person, account);
            tove.see("Authenticator");
            OwnSteps.linkToThePhone(world, person, account, texts);
            OwnSteps.choose(person, own);
            page.getByText("Back to the chat").click();
            person.see("Your new password is set in");
            assertThat(world.directory().readOwnEntry(account, own)).isEqualTo(ResultCode.SUCCESS);
            tove.see("Your new password is set in");
            // What Earnest carried out on it by itself, step by step.
            tove.see("done: Set a new password by themselves");
            String address = tove.page().url();
            world.desk("tove.rask")
                    .close(address.substring(address.lastIndexOf('/') + 1), "Chose their own.");
            tove.page().getByText("A forgotten password, on a page of their own").first().click();
            tove.see("Each step is on the record");
            tove.see("change own-password in directory as done");
            tove.accessible("a run, step by step");
        }
    }
}
