package earnest.chat;

import earnest.access.Cookies;
import earnest.access.Tokens;
import earnest.channels.ChannelEvent;
import earnest.ground.Routine;
import earnest.ground.Writes;
import earnest.runs.Runs;
import earnest.selfservice.MovesAlong;
import earnest.selfservice.PagesBeside;
import earnest.tickets.Tickets;
import earnest.written.Written;

import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;

/** How chats change hands, move and end. */
@Component
class ChatEnds implements Routine, MovesAlong {
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(30);
    private static final Duration WITH_THE_BROWSER = Duration.ofSeconds(-1);

    private final ChatRows rows;
    private final Written written;
    private final PagesBeside pages;
    private final Tickets tickets;
    private final Writes writes;
    private final Cookies cookies;
    private final SecureRandom random;
    private final ApplicationEventPublisher events;

    ChatEnds(
            ChatRows rows,
            Written written,
            PagesBeside pages,
            Tickets tickets,
            Writes writes,
            Cookies cookies,
            SecureRandom random,
            ApplicationEventPublisher events) {
        this.rows = rows;
        this.written = written;
        this.pages = pages;
        this.tickets = tickets;
        this.writes = writes;
        this.cookies = cookies;
        this.random = random;
        this.events = events;
    }

    /** An analyst is there: the assistant is silent from now on. */
    @EventListener
    void on(Tickets.Taken taken) {
        rows.ofTicket(taken.ticket())
                .filter(chat -> chat.stage() != Chat.Stage.OVER)
                .ifPresent(
                        chat -> {
                            rows.handOver(chat.id());
                            tickets.remind(chat.ticket(), null);
                            written.told(
                                    chat.ticket(),
                                    "taken-" + taken.by().id() + written.count(chat.ticket()),
                                    given(taken.by().name())
                                            + " of the service desk is here, and can read what"
                                            + " was written.");
                        });
    }

    /** To the public, nobody at the desk has more than a given name. */
    static String given(String name) {
        return name.split(" ")[0];
    }

    @EventListener
    void on(PagesBeside.Done done) {
        rows.ofTicket(done.ticket())
                .ifPresent(
                        chat -> {
                            written.told(
                                    chat.ticket(),
                                    "set-" + written.count(chat.ticket()),
                                    "Your new password is set in " + done.where() + ".");
                            if (tickets.view(chat.ticket()).holder() == null) {
                                rows.over(chat.id());
                                tickets.endsAlone(
                                        chat.ticket(),
                                        "Set a new password for "
                                                + done.where()
                                                + " by themselves, out of a chat");
                            }
                        });
    }

    /** A procedure cannot go on: somebody at the desk has to. */
    @EventListener
    void on(Runs.Passed passed) {
        rows.ofTicket(passed.ticket())
                .filter(chat -> rows.handOver(chat.id()))
                .ifPresent(
                        chat ->
                                written.told(
                                        chat.ticket(),
                                        "passed-" + written.count(chat.ticket()),
                                        "This takes somebody at the desk, who was asked to come."));
    }

    @EventListener
    void on(Tickets.Closed closed) {
        rows.ofTicket(closed.ticket()).ifPresent(chat -> rows.over(chat.id()));
    }

    /** Ends one, in the present transaction. What nobody at the desk has to see is closed. */
    void end(Chat chat, boolean dropped) {
        boolean alone =
                chat.stage() == Chat.Stage.ASSISTANT
                        && tickets.lock(chat.ticket()).holder() == null;
        if (!rows.over(chat.id())) {
            return;
        }
        if (alone) {
            tickets.endsAlone(chat.ticket(), "Left a chat with the assistant");
            return;
        }
        events.publishEvent(new ChannelEvent.Ended(chat.id().toString(), dropped));
        if (tickets.view(chat.ticket()).holder() == null) {
            tickets.remind(chat.ticket(), "Left the chat before anybody came");
        }
    }

    /** Whoever was there leaves; what waits for the desk stays there. */
    void leave(Chat chat) {
        writes.run(() -> end(chat, false));
    }

    @Override
    public Optional<String> moved(UUID ticket) {
        String token = Tokens.draw(random);
        return rows.move(ticket, token)
                ? Optional.of(cookies.write(Chat.COOKIE, token, WITH_THE_BROWSER))
                : Optional.empty();
    }

    @Override
    public String name() {
        return "chats-over";
    }

    @Override
    public Duration run() {
        for (Chat chat : rows.unseen()) {
            // Whoever is on the page that stands beside it comes back.
            if (!pages.isOpen(chat.ticket())) {
                writes.run(() -> end(chat, true));
            }
        }
        return LOOKS_EVERY;
    }
}
