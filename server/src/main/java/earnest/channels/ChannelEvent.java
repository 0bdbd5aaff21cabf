package earnest.channels;

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

    /** A call that the desk placed is {@code ringing, answered, declined, unanswered, ended}. */
    record Placed(String reference, String state) implements ChannelEvent {}
}
