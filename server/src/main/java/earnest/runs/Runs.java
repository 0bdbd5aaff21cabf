package earnest.runs;

import java.util.UUID;

/** What others hear of runs. */
public final class Runs {
    private Runs() {}

    /** Told in the transaction in which a run passes a ticket on to a team. */
    public record Passed(UUID ticket, String team) {}
}
