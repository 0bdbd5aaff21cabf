package earnest.tickets;

import earnest.channels.ChannelEvent;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Turns what happens on channels into tickets and ends of conversations. */
@Component
class ChannelListener {
    private final Conversations conversations;

    ChannelListener(Conversations conversations) {
        this.conversations = conversations;
    }

    @EventListener
    void on(ChannelEvent event) {
        switch (event) {
            case ChannelEvent.Began began -> conversations.began(began);
            case ChannelEvent.Ended(String reference, boolean dropped) ->
                    conversations.ended(reference, dropped);
            // Checks begin the conversation of a call back; here it can only end.
            case ChannelEvent.Placed(String reference, ChannelEvent.Became became) -> {
                if (became.over()) {
                    conversations.ended(reference, became == ChannelEvent.Became.DROPPED);
                }
            }
        }
    }
}
