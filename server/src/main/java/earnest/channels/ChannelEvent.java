package earnest.channels;

import earnest.ground.Worded;

import java.util.Map;

/** What happens on a channel; told in a transaction, and committed or lost with it. */
public sealed interface ChannelEvent {
    /** By which the channel knows the conversation. */
    String reference();

    /**
     * Somebody is there.
     *
     * @param channel its id
     * @param facts that the channel gives; claims, not proofs
     */
    record Began(String channel, String reference, Map<String, String> facts)
            implements ChannelEvent {}

    /** They went, or it broke off. */
    record Ended(String reference, boolean dropped) implements ChannelEvent {}

    /** A call that the desk placed got further. */
    record Placed(String reference, Became became) implements ChannelEvent {}

    /** What became of a call that the desk placed. */
    enum Became implements Worded {
        RINGING,
        ANSWERED,
        DECLINED,
        UNANSWERED,
        ENDED,
        DROPPED;

        /** Whether nobody is on the line any more. */
        public boolean over() {
            return this == ENDED || this == DROPPED;
        }
    }
}
