package earnest.tickets;

import earnest.access.SignedIn;
import earnest.channels.ChannelEvent;
import earnest.channels.Newcomers;
import earnest.ground.Writes;

import org.springframework.stereotype.Component;

import java.util.Map;
import java.util.UUID;

/** Those whom an analyst has before them come and are taken in one step. */
@Component
class Arrivals implements Newcomers {
    private final Conversations conversations;
    private final Owning owning;
    private final Writes writes;

    Arrivals(Conversations conversations, Owning owning, Writes writes) {
        this.conversations = conversations;
        this.owning = owning;
        this.writes = writes;
    }

    @Override
    public UUID arrived(String channel, String reference, SignedIn by) {
        return writes.get(
                () -> {
                    UUID ticket =
                            conversations.began(
                                    new ChannelEvent.Began(channel, reference, Map.of()));
                    owning.answer(ticket, by);
                    return ticket;
                });
    }
}
