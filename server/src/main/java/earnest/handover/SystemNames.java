package earnest.handover;

import earnest.changes.Changes;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What the system of a password is called. */
@Component
class SystemNames {
    private final ObjectProvider<Changes> changes;
    private final Systems systems;

    SystemNames(ObjectProvider<Changes> changes, Systems systems) {
        this.changes = changes;
        this.systems = systems;
    }

    String of(Handover handover) {
        String id = changes.getObject().change(handover.changeId).orElseThrow().system();
        return systems.find(id).map(ManagedSystem::name).orElse(id);
    }
}
