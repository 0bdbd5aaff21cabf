package earnest.journeys;

import com.microsoft.playwright.Locator;

import earnest.testkit.browser.Analyst;

/** Checks, as an analyst begins them by keys. */
final class Proving {
    private Proving() {}

    /** Begins a check by the digit that stands before it; what does not lead is one key away. */
    static void begin(Analyst who, String label) {
        Locator proof = who.column("Proof");
        proof.locator("ul[aria-label='Checks that can be made']").waitFor();
        Locator line =
                proof.locator("li:has(button)")
                        .filter(new Locator.FilterOptions().setHasText(label))
                        .first();
        if (line.locator("kbd").count() == 0) {
            who.press("0");
            line.waitFor();
        }
        // There are nine digits; they go on to the next nine.
        if (line.locator("kbd").count() == 0) {
            who.press("0");
        }
        who.press(line.locator("kbd").first().innerText().strip());
    }
}
