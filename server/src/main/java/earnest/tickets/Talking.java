package earnest.tickets;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.UUID;

/** The holder of a ticket ends lines and speaks on held ones. */
@Component
class Talking {
    private static final DateTimeFormatter NOTED =
            DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm 'UTC'").withZone(ZoneOffset.UTC);

    private static final Duration LONGEST_AWAY = Duration.ofDays(7);

    private final ConversationRepository conversations;
    private final Holding holding;
    private final Conversations talks;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;

    Talking(
            ConversationRepository conversations,
            Holding holding,
            Conversations talks,
            TheRecord record,
            Writes writes,
            Clock clock) {
        this.conversations = conversations;
        this.holding = holding;
        this.talks = talks;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
    }

    void hangUp(UUID id, SignedIn me) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    Conversation conversation = talks.live(ticket);
                    if (conversation == null) {
                        throw new Problem(409, "no-call", "Nobody is on the line.");
                    }
                    talks.hungUp(ticket, conversation);
                    record.append(ended(conversation, me));
                });
    }

    /** Colleagues see it on their edge; whoever is there hears and sees nothing of it. */
    void pressed(UUID id, SignedIn me) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    if (ticket.pressedAt != null) {
                        return;
                    }
                    ticket.pressedAt = clock.instant();
                    ticket.reminder = me.name() + " is pressed: listen in, or take over";
                    ticket.warned = true;
                    ticket.version++;
                    record.append(TicketEntries.entry(EntryKind.PRESSED, ticket, me));
                });
    }

    void ringBack(UUID id, SignedIn me, @Nullable Instant at) {
        me.must(Right.WORK_AT_DESK);
        Instant now = clock.instant();
        if (at != null && (at.isBefore(now) || at.isAfter(now.plus(LONGEST_AWAY)))) {
            throw Problem.invalid("Choose a time from now on, a week away at most.");
        }
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    Conversation conversation = talks.live(ticket);
                    if (at != null && conversation != null) {
                        talks.hungUp(ticket, conversation);
                        record.append(ended(conversation, me));
                    }
                    ticket.ringBackAt = at == null ? null : at.truncatedTo(ChronoUnit.SECONDS);
                    ticket.version++;
                    if (at != null) {
                        record.append(
                                TicketEntries.entry(EntryKind.RING_BACK_NOTED, ticket, me)
                                        .data("at", NOTED.format(at)));
                    }
                });
    }

    private Entry ended(Conversation conversation, SignedIn me) {
        return Entry.by(EntryKind.CALL_ENDED, me.id(), me.name())
                .data("did", talks.deeds(conversation).ended())
                .ticket(conversation.ticketId, conversation.id);
    }

    void hangUpHeld(UUID id, SignedIn me) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    Conversation held =
                            conversations.findByTicketIdAndEndedAtIsNullOrderByRangAt(id).stream()
                                    .filter(c -> c.held() && !c.id.equals(ticket.conversationId))
                                    .findFirst()
                                    .orElseThrow(
                                            () ->
                                                    new Problem(
                                                            409,
                                                            "no-call",
                                                            "No line is held beside the present"
                                                                    + " one."));
                    talks.hungUp(ticket, held);
                    record.append(ended(held, me));
                });
    }

    void speak(UUID id, SignedIn me) {
        writes.run(
                () -> {
                    Ticket ticket = holding.held(id, me);
                    Conversation conversation = talks.live(ticket);
                    if (conversation == null) {
                        throw new Problem(409, "no-call", "Nobody is on the line.");
                    }
                    if (conversation.held()) {
                        talks.speak(conversation, me.id());
                        record.append(
                                TicketEntries.entry(EntryKind.LINE_SPOKEN, ticket, me)
                                        .data("did", talks.deeds(conversation).resumed()));
                    }
                });
    }
}
