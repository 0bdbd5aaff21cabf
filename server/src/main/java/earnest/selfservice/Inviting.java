package earnest.selfservice;

import earnest.access.SignedIn;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.util.Optional;
import java.util.UUID;

/**
 * Invites people to set up what proves them, at a contact on record. Whoever follows an invitation
 * proves themselves like anybody else.
 */
@Service
public class Inviting {
    private final People people;
    private final Messages messages;
    private final InvitedRows rows;
    private final TheRecord record;

    Inviting(People people, Messages messages, InvitedRows rows, TheRecord record) {
        this.people = people;
        this.messages = messages;
        this.rows = rows;
        this.record = record;
    }

    /** Whether the person wants to be invited. */
    boolean wanted(UUID person) {
        return people.person(person).map(one -> one.news().invitations()).orElse(false);
    }

    /**
     * In the present transaction.
     *
     * @param ticket on which it is done, or null
     * @return whether anything reaches them, and they want it
     */
    public boolean invite(UUID person, Tickets.@Nullable View ticket, SignedIn me) {
        Optional<People.Contact> reached =
                people.contacts(person).stream()
                        .filter(one -> wanted(person))
                        .filter(one -> messages.reach(one).isPresent())
                        .findFirst();
        reached.ifPresent(
                contact -> {
                    messages.send(
                            InvitationText.OCCASION,
                            person,
                            new Recipient(
                                    ticket == null ? null : ticket.id(), person, contact.id()));
                    rows.invited(person);
                    Entry entry =
                            Entry.by(EntryKind.INVITED_TO_PROOFS, me.id(), me.name())
                                    .person(
                                            person,
                                            people.person(person)
                                                    .map(People.Person::name)
                                                    .orElse(null))
                                    .data("contact", contact.kind().words());
                    record.append(
                            ticket == null
                                    ? entry
                                    : entry.ticket(ticket.id(), ticket.conversation()));
                });
        return reached.isPresent();
    }
}
