package earnest.channels;

import java.util.Map;
import java.util.Optional;

/** Stands for a channel that is not registered any more: what came over it is history. */
record GoneChannel(String id) implements TicketChannel {
    private static final ChannelWords WORDS =
            new ChannelWords(
                    "A conversation",
                    "Waiting",
                    "Missed",
                    "Somebody, not named yet",
                    "there",
                    "waiting",
                    "it broke off",
                    "over",
                    "nobody there",
                    "Address",
                    "no address given",
                    "No address was given.",
                    "address of",
                    "You began this conversation.",
                    "End it");

    @Override
    public ChannelWords words() {
        return WORDS;
    }

    @Override
    public ChannelDeeds deeds() {
        return new ChannelDeeds(
                "Channel",
                "came",
                "went away",
                "took the conversation",
                "ended the conversation",
                "they wait",
                "went on with the conversation",
                "the conversation broke off");
    }

    @Override
    public Optional<Address> address(Map<String, String> facts) {
        return Optional.empty();
    }
}
