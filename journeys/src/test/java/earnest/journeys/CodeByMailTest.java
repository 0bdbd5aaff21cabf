package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.Eventually;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.Optional;

/**
 * Somebody without a mobile, locked out: called back on the quay, and a code to his own mailbox.
 */
@ExtendWith(World.Running.class)
class CodeByMailTest {
    private static final String ACCOUNT = "bhollis";
    private static final String MAILBOX = "bhollis@lagoon.example";

    @Test
    void theMailboxAddsToTheCallBackAndOpensNothingAlone(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask", ColorScheme.DARK)) {
            world.outside().ringFrom("+441632960007");
            Callers.answers(tove, ACCOUNT);
            tove.column("Proof").getByText(" short").first().waitFor();
            int before = world.outside().mails(MAILBOX).size();
            tove.press(GenuineCallTest.digit(tove, "Code to own mail"));
            tove.see("The mail left");
            tove.accessible("a code by mail");
            tove.type(world.secret(code(world, MAILBOX, before)));
            tove.see("Code read back, own mail");
            assertThat(tove.column("Change").getByText("Unlock U").count()).isZero();

            tove.press(GenuineCallTest.digit(tove, "Call back"));
            world.outside().answer(ACCOUNT);
            tove.see("Somebody answered");
            tove.press("y");
            tove.column("Proof").getByText("33 of 40").waitFor();
            tove.column("Change").getByText("not locked").or(unlock(tove)).first().waitFor();
        }
    }

    private static Locator unlock(Analyst tove) {
        return tove.column("Change").getByText("Unlock");
    }

    /** The digits of the newest mail, once there are more than before. */
    static String code(World world, String mailbox, int before) {
        JsonNode mails =
                Eventually.get(
                        "the mail to come",
                        () ->
                                Optional.of(world.outside().mails(mailbox))
                                        .filter(all -> all.size() > before));
        return mails.get(mails.size() - 1).get("text").asString().substring(13, 19);
    }
}
