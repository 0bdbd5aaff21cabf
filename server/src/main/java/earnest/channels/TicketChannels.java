package earnest.channels;

import org.springframework.stereotype.Component;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** All channels that are registered. Thread-safe. */
@Component
public class TicketChannels {
    private final Map<String, TicketChannel> channels = new LinkedHashMap<>();

    TicketChannels(List<TicketChannel> registered) {
        for (TicketChannel channel : registered) {
            if (channels.put(channel.id(), channel) != null) {
                throw new IllegalStateException("two channels are called " + channel.id());
            }
        }
    }

    /**
     * The channel of an id. Of one whose folder was taken away since, conversations are still told
     * in general words.
     */
    public TicketChannel channel(String id) {
        return channels.getOrDefault(id, new GoneChannel(id));
    }

    /** The ids of all. */
    public List<String> all() {
        return List.copyOf(channels.keySet());
    }

    /** From where a conversation comes, as its channel reads the facts of it. */
    public Optional<TicketChannel.Address> address(String channel, Map<String, String> facts) {
        return channel(channel).address(facts);
    }
}
