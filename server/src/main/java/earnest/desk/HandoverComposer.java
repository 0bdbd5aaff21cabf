package earnest.desk;

import earnest.changes.Changes;
import earnest.channels.Messages;
import earnest.handover.Handovers;
import earnest.people.People;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Composes what the page says of handing a password over. */
@Component
class HandoverComposer {
    private final Handovers handovers;
    private final Changes changes;
    private final Systems systems;
    private final People people;
    private final Messages messages;
    private final ContactLines contactLines;

    HandoverComposer(
            Handovers handovers,
            Changes changes,
            Systems systems,
            People people,
            Messages messages,
            ContactLines contactLines) {
        this.handovers = handovers;
        this.changes = changes;
        this.systems = systems;
        this.people = people;
        this.messages = messages;
        this.contactLines = contactLines;
    }

    Page.@Nullable Handover handover(UUID ticket, Optional<People.Person> person) {
        return handovers.onTicket(ticket).map(h -> composed(ticket, h, person)).orElse(null);
    }

    private Page.Handover composed(UUID ticket, Handovers.View h, Optional<People.Person> person) {
        List<Page.ContactLine> contacts =
                person.map(p -> people.contacts(p.id())).orElse(List.of()).stream()
                        .filter(c -> !c.kind().behindTheLock() && messages.reach(c).isPresent())
                        .map(contactLines::of)
                        .toList();
        List<String> told =
                messages.about(h.change()).stream()
                        .map(
                                t ->
                                        person.flatMap(p -> people.contact(p.id(), t.contact()))
                                                        .map(c -> c.kind().words())
                                                        .orElse("a former contact")
                                                + ", "
                                                + t.state().words())
                        .toList();
        return new Page.Handover(
                h,
                system(h.change()),
                handovers.behind(ticket).stream().map(this::system).toList(),
                contacts,
                told);
    }

    /** What the system of a change is called. */
    private String system(UUID change) {
        return changes.change(change)
                .flatMap(c -> systems.find(c.system()))
                .map(ManagedSystem::name)
                .orElse("a system that is not connected any more");
    }
}
