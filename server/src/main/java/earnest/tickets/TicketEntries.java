package earnest.tickets;

import earnest.access.SignedIn;
import earnest.record.Entry;
import earnest.record.EntryKind;

/** What is common to all entries about what an analyst does with a ticket. */
final class TicketEntries {
    private TicketEntries() {}

    static Entry entry(EntryKind kind, Ticket ticket, SignedIn me) {
        return Entry.by(kind, me.id(), me.name()).ticket(ticket.id, ticket.conversationId);
    }
}
