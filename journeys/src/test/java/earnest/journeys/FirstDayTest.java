package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.HashMap;
import java.util.Map;

/** What people have for being proved: on their first day, later, and when it is asked or lost. */
@ExtendWith(World.Running.class)
class FirstDayTest {
    private static final Page.GetByLabelOptions EXACT = new Page.GetByLabelOptions().setExact(true);

    /** Somebody who has nothing set up yet. */
    private static String withoutAnything(World world) {
        for (JsonNode p : JsonMapper.shared().readTree(world.ground().read("world/people.json"))) {
            if (!p.get("authenticator").asBoolean()
                    && p.get("state").asString().equals("OPEN")
                    && p.get("groups").isEmpty()
                    && p.get("scene").isNull()
                    && p.hasNonNull("mobile")) {
                return p.get("account").asString();
            }
        }
        throw new AssertionError("everybody has something");
    }

    @Test
    void aStarterSetsUpWhatProvesThemWithTheCodeOfALead(World world) {
        String account = withoutAnything(world);
        try (BrowserContext phone = OnThePhone.telephone(world, ColorScheme.LIGHT);
                Analyst ravi = Analyst.signIn(world, "ravi.anand");
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Callers.comes(ravi, account);
            ravi.column("Who").getByText("Make the code for their first day").click();
            Locator made = ravi.page().getByLabel("The code for their first day");
            made.waitFor();
            String code = world.secret(made.locator("b").innerText());
            assertThat(code).matches("[0-9]{4} [0-9]{4} [0-9]{4}");
            ravi.accessible("a starter's code");
            ravi.button("I gave it to them").click();
            ravi.press("h");

            Analyst starter = OnThePhone.open(world, phone, "the starter", "/me");
            starter.page().getByLabel("Who are you?").fill(account);
            starter.press("Enter");
            OnThePhone.heading(starter, "Prove that it is you").waitFor();
            OnThePhone.pickOfTheRest(starter, "Code for your first day");
            starter.page().getByLabel("Type the twelve digits").fill(code);
            starter.press("Enter");
            OnThePhone.heading(starter, "What proves that it is you").waitFor();
            starter.accessible("a starter's proofs");
            OnThePhone.pick(starter, "ten codes for paper");
            String paper = onPaper(starter);
            starter.button("I have them on paper").click();
            starter.see("Your recovery codes are set up.");
            OnThePhone.pick(starter, "two words that tell the desk");
            OnThePhone.heading(starter, "Your quiet words").waitFor();
            starter.accessible("quiet words");
            starter.button("I know them by heart").click();
            starter.see("Your quiet words are set up.");
            starter.page().getByLabel("How", EXACT).selectOption("slowly");
            starter.see("The service desk reads it first");
            starter.page().getByLabel("In which language").selectOption("pl");
            starter.accessible("how to speak with them");

            starter.button("Choose a new password").click();
            OnThePhone.heading(starter, "Prove that it is you").waitFor();
            OnThePhone.pick(starter, "twelve digits, if you keep codes on paper");
            starter.page().getByLabel("Type one of the codes").fill(world.secret(paper));
            starter.press("Enter");
            OwnSteps.choose(starter, world.secret("Copper-kettle-under-pier-7"));
            starter.see("works now");

            Callers.comes(tove, account);
            tove.see("Recovery code");
            tove.see("To be spoken with slowly, in Polish.");
            tove.accessible("somebody with a wish");
        }
    }

    /** The first of the codes that are shown once. */
    private static String onPaper(Analyst starter) {
        Locator first = starter.page().locator("ol.num > li").first();
        first.waitFor();
        return first.innerText().replaceAll("(?s).*?(\\d{4} \\d{4} \\d{4}).*", "$1");
    }

    @Test
    void questionsAreSetOnThePhoneAndAskedByKeyboardAndTakenAwayWhenLost(World world) {
        String account = world.somebody();
        Map<String, String> answers = new HashMap<>();
        try (BrowserContext elsewhere = OnThePhone.telephone(world, ColorScheme.DARK);
                BrowserContext phone = OnThePhone.telephone(world, ColorScheme.DARK);
                Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Analyst begins = OnThePhone.open(world, elsewhere, "somebody at a computer", "/me");
            Analyst there = OnThePhone.proved(world, begins, phone, account);
            OnThePhone.pick(there, "five that you choose");
            OnThePhone.heading(there, "Questions that you answer").waitFor();
            Locator fields = there.page().getByLabel("Your answer to question");
            Locator questions = there.page().getByRole(AriaRole.COMBOBOX);
            for (int i = 0; i < fields.count(); i++) {
                String answer = world.secret("Canary heron " + (41 + i));
                fields.nth(i).fill(answer);
                String words =
                        questions
                                .nth(i)
                                .evaluate("list => list.selectedOptions[0].textContent")
                                .toString();
                answers.put(words, answer);
            }
            there.accessible("own questions");
            there.button("Set these").click();
            there.see("Your questions are set.");
            there.button("Add a mailbox").click();
            there.page().getByLabel("The mail address").fill("new." + account + "@lagoon.example");
            there.accessible("a mailbox to be added");
            there.button("Leave it").click();
            there.button("I am done").click();
            Callers.hadItLong(world, account, "questions");

            Callers.comes(tove, account);
            Proving.begin(tove, "Own questions");
            for (int i = 1; i <= 2; i++) {
                Locator asked = tove.page().getByText("Question " + i + " of 2. Ask: ");
                asked.waitFor();
                String words = asked.innerText().replaceAll("(?s).*Ask: ", "");
                tove.type(answers.get(words));
                tove.press("Enter");
            }
            tove.see("from memory, 3 at most");
            tove.see("of which counts for this");
            tove.accessible("questions that were asked");
            tove.press("z");
            Locator lost = tove.page().getByLabel("What they lost");
            lost.getByText("To take one away, more is asked").waitFor();
            assertThat(
                            lost.getByRole(
                                            AriaRole.BUTTON,
                                            new Locator.GetByRoleOptions().setName("Take"))
                                    .count())
                    .isZero();
            tove.accessible("what is lost");
        }
    }

    @Test
    void aLeadSeesWhoCouldProveThemselvesAndInvitesTheRest(World world) {
        try (Analyst ravi = Analyst.signIn(world, "ravi.anand")) {
            Page page = ravi.page();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reports")).click();
            page.getByLabel("What is asked").selectOption("coverage");
            ravi.see("people could, on a call");
            ravi.accessible("who could prove themselves");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("MV Avocet"))
                    .click();
            page.locator("button[aria-pressed='true']").waitFor();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Invite"))
                    .waitFor();
            ravi.press("i");
            ravi.see("invited.");
        }
    }
}
