package earnest.channels.counter;

import earnest.channels.ChannelDeeds;
import earnest.channels.ChannelWords;
import earnest.channels.TicketChannel;

import org.springframework.stereotype.Component;

import java.util.Map;
import java.util.Optional;

/** The counter: whoever stands there was seen by the analyst, and came from nowhere that counts. */
@Component
class Counter implements TicketChannel {
    static final String ID = "counter";

    private static final ChannelWords WORDS =
            new ChannelWords(
                    "A visit",
                    "A visit",
                    "Left",
                    "A visitor, not named yet",
                    "at the counter",
                    "waits at the counter",
                    "left the counter",
                    "the visit is over",
                    "nobody at the counter",
                    "Counter",
                    "in person",
                    "They came to the counter.",
                    "place of",
                    "They came to the counter.",
                    "End visit");

    private static final ChannelDeeds DEEDS =
            new ChannelDeeds(
                    "Counter",
                    "has a visitor",
                    "left",
                    "opened the visit",
                    "ended the visit",
                    "the visitor waits",
                    "went on with the visitor",
                    "the visitor left");

    @Override
    public String id() {
        return ID;
    }

    @Override
    public ChannelWords words() {
        return WORDS;
    }

    @Override
    public ChannelDeeds deeds() {
        return DEEDS;
    }

    @Override
    public String other() {
        return "Visitor";
    }

    @Override
    public boolean inPerson() {
        return true;
    }

    @Override
    public Optional<Address> address(Map<String, String> facts) {
        return Optional.empty();
    }
}
