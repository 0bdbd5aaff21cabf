package earnest.changes;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.systems.Account;
import earnest.systems.Accounts;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Component;

import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/** Earnest takes a password out of force that nobody used: a change that is nobody's deed. */
@Component
class Expiring {
    private final ChangeRepository changes;
    private final NewChanges newChanges;
    private final Systems systems;
    private final Accounts accounts;
    private final Tickets tickets;
    private final People people;
    private final Writes writes;

    Expiring(
            ChangeRepository changes,
            NewChanges newChanges,
            Systems systems,
            Accounts accounts,
            Tickets tickets,
            People people,
            Writes writes) {
        this.changes = changes;
        this.newChanges = newChanges;
        this.systems = systems;
        this.accounts = accounts;
        this.tickets = tickets;
        this.people = people;
        this.writes = writes;
    }

    boolean expire(UUID id) {
        AccountChange given = changes.findById(id).orElseThrow();
        ManagedSystem system = systems.system(given.system);
        Account account = accountOf(given);
        Connector connector = system.connector();
        if (!(connector.read(connector.servers().getFirst(), account.ref())
                instanceof AccountLookup.Found(AccountState now))) {
            return false;
        }
        try {
            return writes.get(() -> expiry(given, system, account, now));
        } catch (DuplicateKeyException another) {
            return false;
        }
    }

    /** As it is called and kept now. */
    private Account accountOf(AccountChange given) {
        UUID known = given.accountId;
        return Optional.ofNullable(known)
                .flatMap(accounts::find)
                .orElseGet(
                        () ->
                                new Account(
                                        Objects.requireNonNullElse(known, given.id),
                                        given.personId,
                                        given.system,
                                        "",
                                        given.account,
                                        given.place));
    }

    private boolean expiry(
            AccountChange given, ManagedSystem system, Account account, AccountState now) {
        tickets.lock(given.ticketId);
        if (changes.running(given.system, given.account).isPresent()) {
            return false;
        }
        AccountChange change = newChanges.draft(Action.EXPIRY, given.personId, account, now);
        change.ticketId = given.ticketId;
        change.aboutId = given.id;
        Entry by = Entry.byEarnest(EntryKind.CHANGE_INTENDED);
        String name = people.person(given.personId).map(People.Person::name).orElse(null);
        newChanges.add(change, system, newChanges.about(by, change, name));
        return true;
    }
}
