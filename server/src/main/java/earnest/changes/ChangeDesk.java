package earnest.changes;

import earnest.access.SignedIn;
import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.connectors.AccountLookup;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.JobQueue;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Account;
import earnest.systems.Accounts;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.systems.Way;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * Decides on changes. What follows is {@link ChangeExecutor}'s; what is read of them {@link
 * Done}'s.
 */
@Service
class ChangeDesk implements Changes {
    private static final Duration DAY = Duration.ofHours(24);

    private final ChangeRepository changes;
    private final ServerRepository servers;
    private final Done done;
    private final FreshPassword passwords;
    private final WrappedSecrets secrets;
    private final Systems systems;
    private final LiveAccounts accounts;
    private final Accounts accountsOf;
    private final Standing standing;
    private final Tickets tickets;
    private final People people;
    private final TheRecord record;
    private final JobQueue work;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final SettingsInForce settings;
    private final Waypoints waypoints;
    private final TypingLimits limits;

    ChangeDesk(
            ChangeRepository changes,
            ServerRepository servers,
            Done done,
            FreshPassword passwords,
            WrappedSecrets secrets,
            Systems systems,
            LiveAccounts accounts,
            Accounts accountsOf,
            Standing standing,
            Tickets tickets,
            People people,
            TheRecord record,
            JobQueue work,
            Writes writes,
            Clock clock,
            Ids ids,
            SettingsInForce settings,
            Waypoints waypoints,
            TypingLimits limits) {
        this.changes = changes;
        this.servers = servers;
        this.done = done;
        this.passwords = passwords;
        this.secrets = secrets;
        this.systems = systems;
        this.accounts = accounts;
        this.accountsOf = accountsOf;
        this.standing = standing;
        this.tickets = tickets;
        this.people = people;
        this.record = record;
        this.work = work;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.settings = settings;
        this.waypoints = waypoints;
        this.limits = limits;
    }

    /** What was read of the system before anything is locked. */
    private record Read(
            People.Person person,
            Account account,
            LiveAccounts.Everywhere everywhere,
            Set<String> groups) {}

    private Read read(UUID ticketId, ManagedSystem system) {
        People.Person person = claimed(tickets.view(ticketId));
        Account account =
                accountsOf
                        .of(person.id(), system.id())
                        .orElseThrow(
                                () ->
                                        new Problem(
                                                409,
                                                "no-account",
                                                "%s has no account in %s. Ask %s."
                                                        .formatted(
                                                                person.name(),
                                                                system.name(),
                                                                system.whoHelps())));
        return new Read(
                person,
                account,
                accounts.look(system, account.ref()),
                accounts.groups(person.id(), system.id()));
    }

    @Override
    public UUID intend(UUID ticketId, SignedIn me, Intent intent) {
        ManagedSystem system = systems.system(intent.system());
        if (!system.can(intent.action())) {
            throw new Problem(
                    409,
                    "not-possible",
                    "%s cannot do that. Ask %s.".formatted(system.name(), system.whoHelps()));
        }
        Read read = read(ticketId, system);
        UUID id;
        try (Password password = password(system, read.person, intent)) {
            id = writes.get(() -> decide(ticketId, me, system, intent, read, password));
        } catch (DuplicateKeyException another) {
            // Of two at once the row decides that says that a change of the account runs.
            id =
                    writes.get(
                            () ->
                                    changes.running(system.id(), read.account.name())
                                            .map(r -> sameOrBusy(r, ticketId, intent.action()))
                                            .orElseThrow(ChangeDesk::busy));
        }
        waypoints.pass("change-intended-committed");
        return id;
    }

    /**
     * A password that is ready, or why there is none; that is told only to who has proved enough.
     */
    private record Password(@Nullable Secret secret, @Nullable Problem refusal)
            implements AutoCloseable {
        @Override
        public void close() {
            if (secret != null) {
                secret.close();
            }
        }
    }

    private Password password(ManagedSystem system, People.Person person, Intent intent) {
        if (intent.action() != Action.TEMPORARY_PASSWORD) {
            return new Password(null, null);
        }
        try {
            return new Password(passwords.make(system, person, way(intent), intent.typed()), null);
        } catch (Problem refusal) {
            return new Password(null, refusal);
        }
    }

    private static Way way(Intent intent) {
        return Objects.requireNonNullElse(intent.way(), Way.READ_ALOUD);
    }

    private UUID decide(
            UUID ticketId,
            SignedIn me,
            ManagedSystem system,
            Intent intent,
            Read read,
            Password password) {
        Action action = intent.action();
        Tickets.View ticket = tickets.hold(ticketId, me);
        Optional<AccountChange> running = changes.running(system.id(), read.account.name());
        if (running.isPresent()) {
            return sameOrBusy(running.get(), ticketId, action);
        }
        tickets.hold(ticketId, me, intent.version());
        Standing.Deed deed =
                new Standing.Deed(
                        read.person.id(), system.id(), read.account.name(), action.id(), me.id());
        Standing.Judged judged = standing.judge(ticket, deed, read.groups);
        Permit permit = Permissions.mustBeOpen(judged);
        AccountState before = helpable(system, read, me, action);
        mustBeWithinLimit(read.person);
        if (password.refusal != null) {
            throw password.refusal;
        }
        AccountChange change = change(action, system, read.person.id(), read.account, before);
        permit.mustCover(ticketId, ticket.version(), deed);
        change.ticketId = ticketId;
        change.conversationId = ticket.conversation();
        change.analystId = me.id();
        if (password.secret != null) {
            change.wrappedId = secrets.keep(ticketId, read.person.id(), password.secret);
            change.way = way(intent).id();
        }
        add(change, system);
        record.append(
                Entry.by(EntryKind.CHANGE_INTENDED, me.id(), me.name())
                        .ticket(ticketId, ticket.conversation())
                        .person(read.person.id(), read.person.name())
                        .account(system.id(), read.account.name())
                        .data("deed", action.deed())
                        .data("change", change.id.toString())
                        .data("way", change.way == null ? "" : ", " + Way.of(change.way).words())
                        .why(judged.why()));
        tickets.bump(ticketId);
        work.soon(ChangeExecutor.KIND, change.id);
        waypoints.pass("change-intended-uncommitted");
        return change.id;
    }

    private AccountChange change(
            Action action,
            ManagedSystem system,
            UUID person,
            Account account,
            AccountState before) {
        AccountChange change = new AccountChange(ids.next());
        change.personId = person;
        change.system = system.id();
        change.accountId = account.id();
        change.account = account.name();
        change.place = account.place();
        change.action = action.id();
        change.beforeMark = before.mark();
        change.intendedAt = clock.instant();
        return change;
    }

    private void add(AccountChange change, ManagedSystem system) {
        changes.add(change);
        system.connector()
                .servers()
                .forEach(server -> servers.add(new ServerRow(change.id, server)));
        changes.flush();
    }

    @Override
    public boolean expire(UUID id) {
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
                .flatMap(accountsOf::find)
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
        AccountChange change = change(Action.EXPIRY, system, given.personId, account, now);
        change.ticketId = given.ticketId;
        change.aboutId = given.id;
        add(change, system);
        record.append(
                Entry.byEarnest(EntryKind.CHANGE_INTENDED)
                        .ticket(given.ticketId, null)
                        .person(
                                given.personId,
                                people.person(given.personId).map(People.Person::name).orElse(null))
                        .account(given.system, given.account)
                        .data("deed", Action.EXPIRY.deed())
                        .data("change", change.id.toString()));
        work.soon(ChangeExecutor.KIND, change.id);
        return true;
    }

    @Override
    public Looks look(UUID ticketId, SignedIn me, String systemId, Secret candidate) {
        ManagedSystem system = systems.system(systemId);
        FreshPassword.mustBeAllowed(system, Way.TYPED);
        Read read = read(ticketId, system);
        writes.run(
                () -> {
                    Tickets.View ticket = tickets.hold(ticketId, me);
                    // Else it would tell an impostor's helper what the person's words are.
                    Standing.Deed deed =
                            new Standing.Deed(
                                    read.person.id(),
                                    system.id(),
                                    read.account.name(),
                                    Action.TEMPORARY_PASSWORD.id(),
                                    me.id());
                    Permissions.mustBeOpen(standing.judge(ticket, deed, read.groups));
                    limits.count(me.id());
                });
        return new Looks(passwords.check(system, read.person, candidate), system.remembers());
    }

    private static UUID sameOrBusy(AccountChange running, UUID ticketId, Action action) {
        if (running.ticketId.equals(ticketId) && running.what() == action) {
            return running.id;
        }
        throw busy();
    }

    private static Problem busy() {
        return new Problem(
                409,
                "already-running",
                "Another change to this account is under way. Wait until it is settled.");
    }

    private AccountState helpable(ManagedSystem system, Read read, SignedIn me, Action action) {
        String hindrance =
                accounts.hindrance(system, read.everywhere, read.person, me.ownAccount());
        if (hindrance != null) {
            throw new Problem(409, "cannot-be-helped", hindrance);
        }
        if (action == Action.UNLOCK && read.everywhere.lockedSince().isEmpty()) {
            throw new Problem(
                    409,
                    "not-locked",
                    "The account is not locked. If they cannot sign in, the password may be"
                            + " forgotten.");
        }
        return ((AccountLookup.Found) read.everywhere.first()).state();
    }

    private void mustBeWithinLimit(People.Person person) {
        long made = changes.since(person.id(), clock.instant().minus(DAY));
        if (made >= settings.now().mostChangesADay()) {
            throw new Problem(
                    429,
                    "too-many-changes",
                    "%s had %d changes within a day, which is the limit. Tell your lead."
                            .formatted(person.name(), made));
        }
    }

    private People.Person claimed(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(
                    409,
                    "nobody-named",
                    "Say first who the caller says they are. Nothing can be done for nobody.");
        }
        return people.person(person).orElseThrow(() -> Problem.unknown("person"));
    }

    @Override
    public List<View> onTicket(UUID ticket) {
        return done.onTicket(ticket);
    }

    @Override
    public Optional<View> change(UUID id) {
        return done.change(id);
    }
}
