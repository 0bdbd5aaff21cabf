package earnest.channels;

import java.util.UUID;

/** Places calls for the desk. What becomes of one is told as {@link ChannelEvent.Placed}. */
public interface OutgoingCalls {
    /**
     * Calls a number; to ask twice with one id places one call.
     *
     * @return whether it was taken
     */
    boolean place(UUID id, String number);
}
