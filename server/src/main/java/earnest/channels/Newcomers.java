package earnest.channels;

import earnest.access.SignedIn;

import java.util.UUID;

/** Tickets of people whom an analyst has before them already: nobody has to take them. */
public interface Newcomers {
    /**
     * Opens one that is the analyst's at once; whoever they spoke with before is held.
     *
     * @param channel its id
     * @param reference by which the channel knows the conversation, new
     * @return the ticket
     * @throws earnest.ground.Problem 403 if they may not work at the desk
     */
    UUID arrived(String channel, String reference, SignedIn by);
}
