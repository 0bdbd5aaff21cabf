package earnest.chat;

import earnest.channels.ChannelDeeds;
import earnest.channels.ChannelWords;
import earnest.channels.TicketChannel;
import earnest.ground.Writes;
import earnest.written.Written;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** Chats as a channel of tickets. */
@Component
class WebChat implements TicketChannel {
    static final String ID = "chat";

    private static final ChannelWords WORDS =
            new ChannelWords(
                    "A chat",
                    "A chat",
                    "Left the chat",
                    "Somebody in a chat, not named yet",
                    "in the chat",
                    "in the chat",
                    "left the chat",
                    "the chat is over",
                    "nobody in the chat",
                    "Chat",
                    "a chat",
                    "They came by a chat: nobody is signed in there.",
                    "chat of",
                    "They came by a chat.",
                    "End chat");

    private static final ChannelDeeds DEEDS =
            new ChannelDeeds(
                    "Chat",
                    "opened a chat",
                    "left the chat",
                    "took the chat",
                    "ended the chat",
                    "the chat waits",
                    "went on with the chat",
                    "the chat broke off");

    private final ChatRows rows;
    private final ObjectProvider<Written> written;
    private final Writes writes;

    WebChat(ChatRows rows, ObjectProvider<Written> written, Writes writes) {
        this.rows = rows;
        this.written = written;
        this.writes = writes;
    }

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
        return "Somebody in the chat";
    }

    @Override
    public boolean written() {
        return true;
    }

    @Override
    public Optional<Address> address(Map<String, String> facts) {
        return Optional.empty();
    }

    @Override
    public Optional<Glimpse> glimpse(String reference) {
        return rows.find(UUID.fromString(reference))
                .filter(chat -> chat.stage() != Chat.Stage.OVER)
                .map(
                        chat ->
                                new Glimpse(
                                        written.getObject()
                                                .opening(chat.ticket())
                                                .map("“%s”"::formatted)
                                                .orElse(WORDS.unnamed()),
                                        chat.stage() == Chat.Stage.ASSISTANT
                                                ? "chat, with the assistant"
                                                : "chat, waits for you"));
    }

    /** They do not wait for an answer, and are told that nobody reads on. */
    @Override
    public void ended(String reference) {
        writes.run(() -> rows.over(UUID.fromString(reference)));
    }
}
