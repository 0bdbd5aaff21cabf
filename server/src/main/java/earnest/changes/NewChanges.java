package earnest.changes;

import earnest.connectors.AccountState;
import earnest.ground.Ids;
import earnest.ground.JobQueue;
import earnest.record.Entry;
import earnest.record.TheRecord;
import earnest.systems.Account;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.UUID;

/** Writes down a change that was decided on: its row, its servers, its entry and its job. */
@Component
class NewChanges {
    private final ChangeRepository changes;
    private final ServerRepository servers;
    private final TheRecord record;
    private final JobQueue jobs;
    private final Ids ids;
    private final Clock clock;

    NewChanges(
            ChangeRepository changes,
            ServerRepository servers,
            TheRecord record,
            JobQueue jobs,
            Ids ids,
            Clock clock) {
        this.changes = changes;
        this.servers = servers;
        this.record = record;
        this.jobs = jobs;
        this.ids = ids;
        this.clock = clock;
    }

    /** One that is not written down yet. */
    AccountChange draft(Action action, UUID person, Account account, AccountState before) {
        AccountChange change = new AccountChange(ids.next());
        change.personId = person;
        change.system = account.system();
        change.accountId = account.id();
        change.account = account.name();
        change.place = account.place();
        change.action = action;
        change.beforeMark = before.mark();
        change.intendedAt = clock.instant();
        return change;
    }

    /** What the entry of one that is intended says. */
    Entry about(Entry by, AccountChange change, @Nullable String personName) {
        return by.ticket(change.ticketId, change.conversationId)
                .person(change.personId, personName)
                .account(change.system, change.account)
                .data("action", change.action.word())
                .data("deed", change.action.deed())
                .data("change", change.id.toString());
    }

    /**
     * In the present transaction.
     *
     * @throws org.springframework.dao.DuplicateKeyException if another change of the account runs
     */
    void add(AccountChange change, ManagedSystem system, Entry entry) {
        changes.add(change);
        system.connector()
                .servers()
                .forEach(server -> servers.add(new ServerRow(change.id, server)));
        changes.flush();
        record.append(entry);
        jobs.soon(ChangeExecutor.KIND, change.id);
    }
}
