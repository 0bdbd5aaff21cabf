package earnest.changes;

import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.systems.Systems;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is common to all entries about a change. */
@Component
class ChangeEntries {
    private final Systems systems;
    private final People people;

    ChangeEntries(Systems systems, People people) {
        this.systems = systems;
        this.people = people;
    }

    /** Something that the system did. */
    Entry bySystem(EntryKind kind, AccountChange change) {
        return about(
                Entry.bySystem(kind, change.system, systems.system(change.system).name()), change);
    }

    Entry about(Entry entry, AccountChange change) {
        @Nullable String name =
                people.person(change.personId).map(People.Person::name).orElse(null);
        return entry.ticket(change.ticketId, change.conversationId)
                .person(change.personId, name)
                .account(change.system, change.account)
                .data("action", change.action.word())
                .data("deed", change.action.deed())
                .data("became", change.action.became())
                .data("change", change.id.toString());
    }
}
