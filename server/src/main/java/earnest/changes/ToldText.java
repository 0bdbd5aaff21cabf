package earnest.changes;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.channels.Telling;
import earnest.core.passwords.Secret;
import earnest.links.Links;
import earnest.links.OnlyNo;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;
import earnest.systems.Systems;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Tells the person wherever they are reached that a change was made. */
@Component
class ToldText implements MessageWriter {
    static final String OCCASION = "told";

    private final ChangeRepository changes;
    private final People people;
    private final Systems systems;
    private final TheRecord record;
    private final Telling telling;
    private final Links links;

    ToldText(
            ChangeRepository changes,
            People people,
            Systems systems,
            TheRecord record,
            Telling telling,
            Links links) {
        this.changes = changes;
        this.people = people;
        this.systems = systems;
        this.record = record;
        this.telling = telling;
        this.links = links;
    }

    @EventListener
    void on(Changes.TookEffect effect) {
        if (effect.action() == Action.EXPIRY) {
            return; // told by whoever watches the handover
        }
        if (effect.action() == Action.OWN_PASSWORD) {
            links.make(NotAsked.PURPOSE, effect.change(), OnlyNo.LASTS);
        }
        if (telling.everywhere(OCCASION, effect.change(), effect.ticket(), effect.person())) {
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
    public boolean alsoToReplaced() {
        return true;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Your account was changed";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return changes.findById(about).map(this::words);
    }

    private Secret words(AccountChange change) {
        String system = systems.system(change.system).name();
        if (change.action == Action.OWN_PASSWORD) {
            return AroundSecret.words(
                    "Your password for %s was changed. If that was you, there is nothing to do. If you did not ask for this, say so here:\n\n"
                            .formatted(system),
                    links.address(change.id),
                    "");
        }
        return Secret.of(
                "The service desk changed your account %s in %s: %s. If you did not ask for this, call the service desk at once."
                        .formatted(change.account, system, done(change)));
    }

    private static String done(AccountChange change) {
        return switch (change.action) {
            case UNLOCK -> "it was unlocked";
            case TEMPORARY_PASSWORD -> "it has a temporary password";
            case OWN_PASSWORD -> "it has a password of your own";
            case EXPIRY -> "its temporary password is out of force";
        };
    }
}
