package earnest.journeys;

import earnest.testkit.browser.Analyst;

/** Whoever rings or comes, taken and named by keys. */
final class Callers {
    private Callers() {}

    /** Rings without a number; is answered and named. */
    static void rings(World world, Analyst who, String account) {
        world.outside().ringWithheld();
        answers(who, account);
        who.column("Proof").getByText(" short").first().waitFor();
    }

    /** Answers what rings, and names whoever it is. */
    static void answers(Analyst who, String account) {
        // The empty desk speaks of answering, too.
        who.see("Ringing");
        who.press("r");
        names(who, account);
    }

    /** Comes to the counter, and is named. */
    static void comes(Analyst who, String account) {
        who.see("A visitor is here");
        who.press("v");
        names(who, account);
        who.see("They came to the counter.");
    }

    private static void names(Analyst who, String account) {
        who.column("Who").getByText("Not named yet").waitFor();
        who.type(account);
        who.page().locator("[role=option]").first().waitFor();
        who.press("Enter");
    }

    /** As if somebody had set up what they have of a kind a month ago. */
    static void hadItLong(World world, String account, String kind) {
        world.ground()
                .behindTheServer(
                        "update enrolment e join person p on p.id = e.person_id set e.enrolled_at ="
                                + " utc_timestamp(6) - interval 30 day where p.account = ? and"
                                + " e.kind = ?",
                        account,
                        kind);
    }
}
