package earnest.chat;

import earnest.access.Analysts;
import earnest.organisation.SettingsInForce;
import earnest.tickets.Tickets;
import earnest.written.WritingNow;
import earnest.written.Written;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.UUID;

/** Puts together what the page of a chat shows. */
@Component
class ChatComposer {
    private final Written written;
    private final WritingNow writing;
    private final Tickets tickets;
    private final Analysts analysts;
    private final SettingsInForce settings;

    ChatComposer(
            Written written,
            WritingNow writing,
            Tickets tickets,
            Analysts analysts,
            SettingsInForce settings) {
        this.written = written;
        this.writing = writing;
        this.tickets = tickets;
        this.analysts = analysts;
        this.settings = settings;
    }

    ChatShown of(Chat chat, int after) {
        UUID holder = tickets.view(chat.ticket()).holder();
        ChatShown.Where where =
                chat.stage() == Chat.Stage.OVER
                        ? ChatShown.Where.OVER
                        : holder != null
                                ? ChatShown.Where.DESK
                                : chat.stage() == Chat.Stage.ASSISTANT
                                        ? ChatShown.Where.ASSISTANT
                                        : ChatShown.Where.WAITING;
        return shown(
                where,
                lines(chat, after),
                holder == null
                        ? null
                        : analysts.find(holder).map(c -> ChatEnds.given(c.name())).orElse(null),
                holder != null && writing.isWriting(chat.ticket(), Written.Side.ANALYST));
    }

    /** To the public, nobody at the desk has more than a given name. */
    private List<Written.Line> lines(Chat chat, int after) {
        return written.after(chat.ticket(), after).stream()
                .map(
                        line ->
                                new Written.Line(
                                        line.number(),
                                        line.side(),
                                        line.author() == null
                                                ? null
                                                : ChatEnds.given(line.author()),
                                        line.words(),
                                        line.choices(),
                                        line.page(),
                                        line.hidden(),
                                        line.at()))
                .toList();
    }

    ChatShown over(Chat chat, int after) {
        return shown(ChatShown.Where.OVER, lines(chat, after), null, false);
    }

    ChatShown moved() {
        return shown(ChatShown.Where.MOVED, List.of(), null, false);
    }

    ChatShown none() {
        return shown(ChatShown.Where.NONE, List.of(), null, false);
    }

    private ChatShown shown(
            ChatShown.Where where,
            List<Written.Line> lines,
            @Nullable String with,
            boolean writing) {
        return new ChatShown(settings.now().name(), where, lines, with, writing);
    }
}
