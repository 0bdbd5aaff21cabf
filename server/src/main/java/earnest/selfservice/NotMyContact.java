package earnest.selfservice;

import earnest.links.LinkPurpose;
import earnest.links.OnlyNo;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * What stands behind 'I know nothing of it' in what was told of a changed contact: the new one is
 * doubted, and the desk has a ticket. It stops nobody: whoever has a former number may be anybody.
 */
@Component
class NotMyContact implements LinkPurpose {
    static final String PURPOSE = "not-my-contact";

    private final People people;
    private final Tickets tickets;
    private final TheRecord record;

    NotMyContact(People people, Tickets tickets, TheRecord record) {
        this.people = people;
        this.tickets = tickets;
        this.record = record;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return people.whose(about)
                .map(
                        person ->
                                OnlyNo.page(
                                        "Did you have this changed?",
                                        WhatChanged.of(people, person, about),
                                        "what came instead counts against whoever shows up with it,"
                                                + " and one of us looks at once.",
                                        "I know nothing of it"));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return people.whose(about)
                .flatMap(
                        person ->
                                people.contactEver(person, about)
                                        .map(contact -> disown(person, contact)));
    }

    private Told disown(UUID person, People.Contact contact) {
        String name = people.person(person).map(People.Person::name).orElse("a person");
        String kind = contact.kind().words();
        List<Tickets.View> open = tickets.openOf(person);
        UUID ticket = tickets.beginsAlone(OwnPages.ID, contact.id().toString(), person);
        people.dispute(person, contact.id(), ticket);
        record.append(
                Entry.byCaller(
                                EntryKind.CONTACT_DISOWNED,
                                contact.id().toString(),
                                "Whoever was told of it")
                        .ticket(ticket, null)
                        .person(person, name)
                        .data("contact", kind));
        tickets.warn(
                ticket,
                "'I know nothing of it' was said to a changed %s of %s. Ask who changed it in the directory"
                        .formatted(kind, name));
        tickets.endsAlone(ticket, "A changed contact was doubted");
        open.forEach(one -> tickets.bump(one.id()));
        return new Told(
                "Thank you. The service desk is told, and looks at it at once. Call it as well if"
                        + " you cannot get in.");
    }
}
