package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.Eventually;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

import java.util.stream.StreamSupport;

/** The callers whom a desk fears: forced, without phone and badge, with a manager who is away. */
@ExtendWith(World.Running.class)
class HardCasesTest {
    private static final String WITHOUT_MOBILE = "edahl";

    /**
     * Sets something up on the phone, with enough proof; gives the first line of what was shown.
     */
    private static String setUp(World world, String account, String what, String done) {
        try (BrowserContext elsewhere = OnThePhone.telephone(world, ColorScheme.LIGHT);
                BrowserContext phone = OnThePhone.telephone(world, ColorScheme.LIGHT)) {
            Analyst begins = OnThePhone.open(world, elsewhere, "somebody at a computer", "/me");
            Analyst there = OnThePhone.proved(world, begins, phone, account);
            OnThePhone.pick(there, what);
            Locator first = there.page().locator("ol.num > li").first();
            first.waitFor();
            String line = first.evaluate("li => li.lastChild.textContent").toString().strip();
            there.button(done).click();
            there.see("set up.");
            there.button("I am done").click();
            return line;
        }
    }

    @Test
    void withoutAnyMobileABadgeAndAMailboxAreEnough(World world) {
        String mailbox = world.known(WITHOUT_MOBILE).get("ownMail").asString();
        assertThat(world.known(WITHOUT_MOBILE).hasNonNull("mobile")).isFalse();
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Callers.comes(tove, WITHOUT_MOBILE);
            Proving.begin(tove, "Badge in person");
            tove.see("Take the badge in your hand");
            tove.press("y");
            tove.see("face, name and date compared");
            assertThat(tove.column("Change").getByText("Give").count()).isZero();
            int before = world.outside().mails(mailbox).size();
            Proving.begin(tove, "Code to own mail");
            tove.see("The mail left");
            tove.type(world.secret(CodeByMailTest.code(world, mailbox, before)));
            tove.see("Code read back, own mail");
            tove.see("Holds until");
            tove.accessible("somebody without a mobile");
            tove.press("t");
            tove.see("Please say each one back to me");
        }
    }

    @Test
    void whoeverIsForcedSaysTwoWordsAndEverythingStops(World world) {
        String account = world.somebody();
        String words =
                world.secret(setUp(world, account, "two words that tell", "I know them by heart"));
        assertThat(words.split(" ")).hasSize(2);
        try (Analyst tove = Analyst.signIn(world, "tove.rask");
                Analyst jonas = Analyst.signIn(world, "jonas.lie")) {
            Callers.rings(world, tove, account);
            Proving.begin(tove, "Authenticator code");
            tove.page().getByLabel("The six digits on their authenticator").waitFor();
            tove.page().keyboard().type(words);
            tove.press("Enter");
            tove.see("Says by quiet words that they are being forced: stay calm.");
            tove.see("Nothing can be done for them, on any ticket.");
            tove.column("Change").getByText("stopped").first().waitFor();
            tove.accessible("somebody who is forced");
            jonas.see("being forced");
            assertThat(tove.column("Proof").innerText()).doesNotContain(words);
        }
    }

    @Test
    void withoutPhoneAndBadgePaperAMailboxAndTheManagersWordAreEnough(World world) {
        String account =
                world.somebodyWithAMailbox(one -> canVouch(world, one.get("manager").asString()));
        String paper =
                world.secret(setUp(world, account, "ten codes for paper", "I have them on paper"));
        Callers.hadItLong(world, account, "recovery-codes");
        String manager = world.known(account).get("manager").asString();
        try (BrowserContext phone = OnThePhone.telephone(world, ColorScheme.DARK);
                Analyst tove = Analyst.signIn(world, "tove.rask", ColorScheme.DARK)) {
            Callers.rings(world, tove, account);
            Proving.begin(tove, "Recovery code");
            tove.page().getByLabel("The twelve digits").waitFor();
            tove.page().keyboard().type(paper.replace(" ", ""));
            tove.see("used up");

            Proving.begin(tove, "Link to own mail");
            String mail = world.known(account).get("ownMail").asString();
            Analyst them = atLink(world, phone, "the person", mailedLink(world, mail));
            them.button("It is I, and I asked for help").click();
            tove.column("Proof").getByText("Link answered").first().waitFor();

            int texts = world.outside().texts(manager).size();
            Proving.begin(tove, "Ask the manager to vouch");
            Analyst boss =
                    atLink(world, phone, "the manager", world.outside().textedLink(manager, texts));
            boss.page()
                    .getByLabel("To say yes: the six digits")
                    .fill(world.outside().authenticator(manager));
            boss.accessible("what the manager vouches for");
            boss.button("Yes, it is they").click();
            boss.see("The service desk sees");

            tove.press("z");
            tove.see("Sure enough to take one away.");
            tove.button("Take Authenticator away").click();
            tove.button("Yes, it is lost").click();
            tove.see("took away as a proof");
            tove.accessible("what was lost is taken away");
            tove.button("Give").first().click();
            tove.see("Please say each one back to me");
        }
    }

    /** Of the mail that brings a link to answer with, not of one that tells what was changed. */
    private static String mailedLink(World world, String mailbox) {
        return Eventually.get(
                "the mail with the link",
                () ->
                        StreamSupport.stream(world.outside().mails(mailbox).spliterator(), false)
                                .filter(one -> one.get("subject").asString().equals("Your link"))
                                .map(one -> one.get("text").asString())
                                .map(one -> one.replaceAll("(?s).*/link#([A-Za-z0-9_-]+).*", "$1"))
                                .reduce((a, b) -> b));
    }

    private static boolean canVouch(World world, String manager) {
        JsonNode one = world.known(manager);
        return one.get("authenticator").asBoolean()
                && one.hasNonNull("mobile")
                && one.get("state").asString().equals("OPEN")
                && !one.hasNonNull("away");
    }

    private static Analyst atLink(World world, BrowserContext phone, String who, String token) {
        Analyst there = OnThePhone.open(world, phone, who, "/link#" + world.secret(token));
        there.button("Show it").click();
        return there;
    }

    @Test
    void theDeputyAnswersWhileTheManagerIsAway(World world) {
        String mailbox = "mreyes@brackwater.example";
        int managers = world.outside().mails("ekoskinen@brackwater.example").size();
        try (BrowserContext phone = OnThePhone.telephone(world, ColorScheme.LIGHT);
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Callers.rings(world, tove, "sdubois");
            int before = world.outside().mails(mailbox).size();
            Proving.begin(tove, "Ask the manager's deputy");
            tove.see("The mail to");
            Eventually.waitFor(
                    "the mail to the deputy", () -> world.outside().mails(mailbox).size() > before);
            Analyst deputy = atLink(world, phone, "the deputy", world.outside().linkToken(mailbox));
            deputy.see("as the deputy of Eero Koskinen");
            deputy.accessible("what the deputy is asked");
            deputy.button("Yes: I spoke with them").click();
            tove.column("Proof").getByText("Manager's deputy by link").first().waitFor();
            assertThat(world.outside().mails("ekoskinen@brackwater.example")).hasSize(managers);
        }
    }
}
