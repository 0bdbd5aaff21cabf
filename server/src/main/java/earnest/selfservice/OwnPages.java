package earnest.selfservice;

import earnest.channels.ChannelDeeds;
import earnest.channels.ChannelWords;
import earnest.channels.TicketChannel;

import org.springframework.stereotype.Component;

import java.util.Map;
import java.util.Optional;

/** The pages on which people help themselves, as a channel of tickets. */
@Component
class OwnPages implements TicketChannel {
    static final String ID = "self-service";

    private static final ChannelWords WORDS =
            new ChannelWords(
                    "A page of their own",
                    "On their own page",
                    "Left their own page",
                    "Somebody on their own page",
                    "on their own page",
                    "on their own page",
                    "left the page",
                    "the page is over",
                    "nobody on the page",
                    "Page",
                    "their own page",
                    "They came over their own page.",
                    "page of",
                    "They began on their own page.",
                    "End their page");

    private static final ChannelDeeds DEEDS =
            new ChannelDeeds(
                    "Page",
                    "opened a page",
                    "left the page",
                    "went on with what was begun on the page",
                    "ended the page",
                    "the page waits",
                    "went on with the page",
                    "the page broke off");

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
        return "Somebody on the page";
    }

    @Override
    public boolean alone() {
        return true;
    }

    @Override
    public Optional<Address> address(Map<String, String> facts) {
        return Optional.empty();
    }
}
