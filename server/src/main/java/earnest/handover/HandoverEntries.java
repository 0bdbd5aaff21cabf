package earnest.handover;

import earnest.people.People;
import earnest.record.Entry;
import earnest.record.TheRecord;

import org.springframework.stereotype.Component;

/** Writes what is said of handovers on the record, with what is common to all of it. */
@Component
class HandoverEntries {
    private final People people;
    private final TheRecord record;

    HandoverEntries(People people, TheRecord record) {
        this.people = people;
        this.record = record;
    }

    /** In the present transaction. */
    void append(Entry entry, Handover handover) {
        record.append(
                entry.ticket(handover.ticketId, null)
                        .person(
                                handover.personId,
                                people.person(handover.personId)
                                        .map(People.Person::name)
                                        .orElse(null))
                        .data("change", handover.changeId.toString()));
    }
}
