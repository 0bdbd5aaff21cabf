package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.testkit.Eventually;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * Somebody at sea is cut off in the middle; the analyst keeps their place, and four words bring it
 * back when they ring again. By keys alone.
 */
@ExtendWith(World.Running.class)
class CutOffTest {
    private static void named(Analyst tove, String account) {
        Callers.answers(tove, account);
        tove.column("Proof").getByText("Standing").first().waitFor();
    }

    @Test
    void whoIsCutOffGoesOnWhereTheyWere(World world) {
        String account = world.somebody();
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            String call = world.outside().ringWithheld();
            named(tove, account);
            Proving.begin(tove, "Call back, work mobile");
            tove.see("Say first:");
            String word = tove.column("Proof").locator("b.font-serif").innerText();
            Eventually.waitFor(
                    "the word to be texted",
                    () ->
                            world.outside().texts(account).stream()
                                    .anyMatch(text -> text.contains("this word first: " + word)));
            tove.accessible("a call back with a word");
            world.outside().answer(account);
            tove.see("Let them hear that it is the desk");
            tove.press("y");
            tove.see("Called back, work mobile");
            world.outside().drop(call);
            int texts = world.outside().texts(account).size();
            tove.press("e");
            tove.see("Ring them back when?");
            tove.press("Enter");
            tove.see("To be rung back at");
            tove.press("i");
            tove.see("Whoever says them on the next call goes on here");
            tove.accessible("somebody who was cut off");
            String page = tove.page().url();
            String said = world.secret(world.outside().pickUpWords(account, texts));

            world.outside().ringWithheld();
            named(tove, account);
            tove.see("They were cut off before.");
            tove.press("i");
            tove.page().getByLabel("The four words, as they say them").waitFor();
            tove.accessible("pick-up words");
            tove.type("not the right words");
            tove.press("Enter");
            tove.see("Those are not the words.");
            tove.page().getByLabel("The four words, as they say them").fill(said);
            tove.press("Enter");
            tove.see("heard the pick-up words");
            assertThat(tove.page().url()).isEqualTo(page);
            assertThat(tove.column("Proof").getByText("Called back, work mobile").isVisible())
                    .isTrue();
        }
    }
}
