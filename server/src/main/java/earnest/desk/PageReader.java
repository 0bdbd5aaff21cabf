package earnest.desk;

import earnest.access.GuessLimits;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.Reads;
import earnest.ground.Writes;
import earnest.live.TicketPages;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.UUID;

/** Reads the page of a ticket for somebody, whether they ask or are told. */
@Component
class PageReader implements TicketPages {
    private static final GuessLimits.Limit ONE_READING =
            new GuessLimits.Limit(1, Duration.ofMinutes(15));

    private final PageComposer pages;
    private final TheRecord record;
    private final GuessLimits limits;
    private final Reads reads;
    private final Writes writes;

    PageReader(
            PageComposer pages, TheRecord record, GuessLimits limits, Reads reads, Writes writes) {
        this.pages = pages;
        this.reads = reads;
        this.record = record;
        this.limits = limits;
        this.writes = writes;
    }

    @Override
    public @Nullable Page shownTo(SignedIn who, UUID ticket) {
        return who.may(Right.WORK_AT_DESK) ? page(who, ticket) : null;
    }

    /** What somebody was shown is on the record before they are. */
    Page page(SignedIn me, UUID ticket) {
        Page page = reads.get(() -> pages.page(ticket, me));
        readByAnother(page, me);
        return page;
    }

    /** Looking a colleague's closed ticket up is itself on the record, once in a while. */
    private void readByAnother(Page page, SignedIn me) {
        boolean anothers =
                page.ticket().state() == Tickets.State.CLOSED
                        && !me.id().equals(page.ticket().holder());
        if (anothers
                && limits.take(
                        "read %s %s".formatted(me.session(), page.ticket().id()), ONE_READING)) {
            writes.run(
                    () ->
                            record.append(
                                    Entry.by(EntryKind.TICKET_READ, me.id(), me.name())
                                            .ticket(page.ticket().id(), null)));
        }
    }
}
