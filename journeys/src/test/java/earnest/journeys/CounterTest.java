package earnest.journeys;

import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * Somebody privileged comes to the counter: a badge, a code and a call back are enough, and still a
 * second person agrees. By keys alone.
 */
@ExtendWith(World.Running.class)
class CounterTest {
    private static final String PRIVILEGED = "pramanholt";

    @Test
    void aVisitASecondPersonAndAHandover(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask");
                Analyst jonas = Analyst.signIn(world, "jonas.lie")) {
            tove.see("A visitor is here");
            tove.press("v");
            tove.column("Who").getByText("Not named yet").waitFor();
            tove.accessible("a visit");
            tove.type(PRIVILEGED);
            tove.page().locator("[role=option]").first().waitFor();
            tove.press("Enter");
            tove.see("They came to the counter.");

            Proving.begin(tove, "Badge in person");
            tove.see("Take the badge in your hand");
            tove.accessible("a badge");
            tove.press("y");
            tove.see("face, name and date compared");
            Proving.begin(tove, "Authenticator code");
            tove.page().getByLabel("The six digits on their authenticator").waitFor();
            tove.page().keyboard().type(world.outside().authenticator(PRIVILEGED));
            tove.see("their own device");
            Proving.begin(tove, "Call back, work mobile");
            world.outside().answer(PRIVILEGED);
            tove.see("It is them, and they asked for it");
            tove.press("y");
            tove.see("Sure enough, but a second person must agree.");
            tove.accessible("where a second person is asked for");
            tove.press("q");
            tove.see("it shows here");

            jonas.see("Tove Rask asks for a second person");
            jonas.page().navigate(tove.page().url());
            jonas.see("asks you to agree");
            jonas.accessible("the second person");
            jonas.button("Agree, as the second person").focus();
            jonas.press("Enter");

            tove.see("Holds until");
            tove.press("t");
            tove.see("Please say each one back to me");
            tove.press("j");
            tove.see("You need not hurry.");
            tove.accessible("an analyst who is pressed");
            jonas.see("Tove Rask is pressed");
            tove.press("c");
            tove.page().getByLabel("What happened").waitFor();
            tove.press("Enter");
            tove.see("No page is open");
        }
    }

    @Test
    void whoCannotBeProvedIsRefusedKindly(World world) {
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Callers.comes(tove, world.somebody());
            tove.see("Nothing was checked yet");
            String url = tove.page().url();
            tove.press("f");
            tove.see("Thank you for your patience");
            tove.accessible("refusing kindly");
            tove.press("f");
            tove.see("No page is open");
            tove.page().navigate(url);
            tove.see("Refused kindly: temporary password asks 40, and 0 was proved");
        }
    }
}
