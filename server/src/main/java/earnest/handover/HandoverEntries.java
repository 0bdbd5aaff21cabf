package earnest.handover;

import earnest.people.People;
import earnest.record.Entry;

import org.springframework.stereotype.Component;

/** What is common to all entries about a handover. */
@Component
class HandoverEntries {
    private final People people;

    HandoverEntries(People people) {
        this.people = people;
    }

    Entry about(Entry entry, Handover handover) {
        return entry.ticket(handover.ticketId, null)
                .person(
                        handover.personId,
                        people.person(handover.personId).map(People.Person::name).orElse(null))
                .data("change", handover.changeId.toString());
    }
}
