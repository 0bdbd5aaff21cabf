package earnest.changes;

import earnest.channels.MessageWriter;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.core.passwords.Secret;
import earnest.links.LinkText;
import earnest.links.Links;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;
import earnest.systems.Systems;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/** Tells the person wherever they are reached that a change was made. */
@Component
class ToldText implements MessageWriter {
    static final String OCCASION = "told";

    private static final Duration LATELY = Duration.ofDays(14);

    private final ChangeRepository changes;
    private final People people;
    private final Systems systems;
    private final TheRecord record;
    private final Clock clock;
    private final ObjectProvider<Messages> messages;
    private final Links links;

    ToldText(
            ChangeRepository changes,
            People people,
            Systems systems,
            TheRecord record,
            Clock clock,
            ObjectProvider<Messages> messages,
            Links links) {
        this.changes = changes;
        this.people = people;
        this.systems = systems;
        this.record = record;
        this.clock = clock;
        this.messages = messages;
        this.links = links;
    }

    @EventListener
    void on(Changes.TookEffect effect) {
        if (effect.action() == Action.EXPIRY) {
            return; // told by whoever watches the handover
        }
        if (effect.action() == Action.OWN_PASSWORD) {
            links.make(NotAsked.PURPOSE, effect.change(), NotAsked.LASTS);
        }
        boolean told = false;
        for (People.Contact contact : everywhere(effect.person())) {
            if (messages.getObject().reach(contact).isPresent()) {
                messages.getObject()
                        .send(
                                OCCASION,
                                effect.change(),
                                new Recipient(effect.ticket(), effect.person(), contact.id()));
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

    /**
     * Also where the person was reached until lately: a number may have been replaced by a thief.
     */
    private List<People.Contact> everywhere(UUID person) {
        return Stream.concat(
                        people.contacts(person).stream(),
                        people.replacedSince(person, clock.instant().minus(LATELY)).stream())
                .toList();
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
            return LinkText.around(
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
