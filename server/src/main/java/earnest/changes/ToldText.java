package earnest.changes;

import earnest.channels.TextBody;
import earnest.channels.Texts;
import earnest.core.passwords.Secret;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Systems;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Tells the person on every phone they have that a change was made. */
@Component
class ToldText implements TextBody {
    private final ChangeRepository changes;
    private final People people;
    private final Systems systems;
    private final TheRecord record;
    private final org.springframework.beans.factory.ObjectProvider<Texts> texts;

    ToldText(
            ChangeRepository changes,
            People people,
            Systems systems,
            TheRecord record,
            org.springframework.beans.factory.ObjectProvider<Texts> texts) {
        this.changes = changes;
        this.people = people;
        this.systems = systems;
        this.record = record;
        this.texts = texts;
    }

    @EventListener
    void on(Changes.TookEffect effect) {
        boolean told = false;
        for (People.Contact contact : people.contacts(effect.person())) {
            if (contact.kind().texts()) {
                texts.getObject()
                        .send(
                                Texts.Purpose.TOLD,
                                effect.change(),
                                effect.ticket(),
                                effect.person(),
                                contact.id());
                told = true;
            }
        }
        if (told) {
            record.append(
                    Entry.byEarnest(EntryKind.PERSON_TOLD)
                            .ticket(effect.ticket(), null)
                            .person(
                                    effect.person(),
                                    people.person(effect.person())
                                            .map(People.Person::name)
                                            .orElse(null)));
        }
    }

    @Override
    public Texts.Purpose purpose() {
        return Texts.Purpose.TOLD;
    }

    @Override
    public Optional<Secret> body(UUID about) {
        return changes.findById(about)
                .map(
                        change ->
                                Secret.of(
                                        "The service desk changed your account %s in %s: %s. If you did not ask for this, call the service desk at once."
                                                .formatted(
                                                        change.account,
                                                        systems.system(change.system).name(),
                                                        done(change))));
    }

    private static String done(AccountChange change) {
        return switch (change.what()) {
            case UNLOCK -> "it was unlocked";
            case TEMPORARY_PASSWORD -> "it has a temporary password";
        };
    }
}
