package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The rules are read as sentences; a lead changes their slots, rehearses, and two agree. */
@ExtendWith(World.Running.class)
class RulesTest {
    private static void rules(World world, Analyst who) {
        who.page().navigate(world.ground().serverUrl() + "/rules");
        who.see("What each deed asks");
    }

    @Test
    void aRuleIsChangedInItsSentenceRehearsedAndAgreedTo(World world) {
        try (Analyst ravi = Analyst.signIn(world, "ravi.anand");
                Analyst maren = Analyst.signIn(world, "maren.holt")) {
            rules(world, ravi);
            ravi.see("give a temporary password in any system for anybody, ask 40 points");
            assertThat(ravi.page().locator("tbody tr").count()).isGreaterThan(10);
            ravi.accessible("the rules");
            ravi.press("n");
            ravi.see("Change what is underlined.");
            ravi.page().getByLabel("Points of Code by text", exactly()).fill("16");
            ravi.page().getByLabel("Points", exactly()).nth(1).fill("41");
            ravi.accessible("rules that are changed");
            ravi.button("Rehearse").first().click();
            ravi.see("on what was decided in the last 90 days");
            ravi.see("20 points");
            ravi.page().getByLabel("What it is called").fill("careful, for the season");
            ravi.page().getByLabel("Why? It goes on the record.").fill("Codes were read on.");
            ravi.button("Rehearse and propose").click();
            ravi.see("Proposed: careful, for the season");
            ravi.see("Another lead or a steward has to agree.");

            rules(world, maren);
            maren.see("Proposed: careful, for the season");
            maren.accessible("a proposal");
            maren.button("Agree, put it in force").click();
            maren.see("The careful, for the season rulebook");
            maren.see("ask 41 points");
            // Other journeys are judged by the rules that ship.
            maren.press("n");
            maren.button("Begin with careful").click();
            maren.page().getByLabel("Why? It goes on the record.").fill("As it was.");
            maren.button("Rehearse and propose").click();
            maren.see("Proposed: careful");
            rules(world, ravi);
            ravi.button("Agree, put it in force").click();
            ravi.see("The careful rulebook");
        }
    }

    private static com.microsoft.playwright.Page.GetByLabelOptions exactly() {
        return new com.microsoft.playwright.Page.GetByLabelOptions().setExact(true);
    }
}
