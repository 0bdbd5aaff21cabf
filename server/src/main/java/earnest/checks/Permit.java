package earnest.checks;

import earnest.ground.Problem;

import java.util.UUID;

/**
 * That one deed may be done now, for one person, on one account, as one ticket stands. Only a
 * judgement makes one, and it is good for nothing else; whatever acts takes it as an argument.
 */
public final class Permit {
    private final UUID ticket;
    private final long version;
    private final Standing.Deed deed;

    Permit(UUID ticket, long version, Standing.Deed deed) {
        this.ticket = ticket;
        this.version = version;
        this.deed = deed;
    }

    /**
     * Must be called by whatever is about to act.
     *
     * @param onTicket with the version that it has now
     * @throws Problem 409 if this permit is for anything else
     */
    public void mustCover(UUID onTicket, long now, Standing.Deed what) {
        if (!ticket.equals(onTicket) || version != now || !deed.equals(what)) {
            throw new Problem(
                    409,
                    "permit-for-another",
                    "What was proved does not allow this: it was for something else, or something"
                            + " came in since. Look at the page again.");
        }
    }
}
