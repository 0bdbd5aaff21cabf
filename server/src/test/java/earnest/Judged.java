package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.decisions.DecisionCheck;

import java.util.List;

/** What was decided on a ticket of a test is judged again, by the export alone. */
public final class Judged {
    private Judged() {}

    /** Before anything is decided: the rulebook of the tests has to stand on the record. */
    public static void rulebookStands(App app) {
        Provable.rulebookOnTheRecord(app);
    }

    /** Something was decided there, and all of it was allowed. */
    public static void allAllowed(App app, String ticket) {
        Provable.sealed(app);
        List<DecisionCheck.Judged> judged = Provable.judged(app, ticket::equals);
        assertThat(judged).isNotEmpty().allSatisfy(one -> assertThat(one.allowed()).isTrue());
    }
}
